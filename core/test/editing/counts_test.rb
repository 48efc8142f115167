# frozen_string_literal: true

require "core_test_helper"

class CountsTest < CoreTest
  READ = { "exactly one" => [ 1, 1 ], "one" => [ 1, 1 ], "at most 2" => [ 0, 2 ], "up to three" => [ 0, 3 ],
           "2 to 4" => [ 2, 4 ], "2..4" => [ 2, 4 ], "0..*" => [ 0, nil ], "many" => [ 0, nil ], "1..n" => [ 1, nil ],
           "at least 2" => [ 2, nil ], "2 or more" => [ 2, nil ], "3+" => [ 3, nil ], "5" => [ 5, 5 ] }.freeze

  def test_any_numbers_are_read_and_what_is_shown_reads_back
    READ.each do |text, ends|
      assert_equal ends, Editing::Counts.read(text), text
      assert_equal ends, Editing::Counts.read(Logical::Cardinality.words(*ends))
    end
    [ "4 to 2", "0", "lots", "" ].each { |text| assert_raises(InvalidValue, text) { Editing::Counts.read(text) } }
  end

  def test_an_end_is_set_as_one_and_a_clash_tells_what_was_seen
    base = model("Each Vessel may make many Sailings.")
    link = base.all(:relationship).first
    after = Editing.set(base, link.id, "to_count", "2 to 4").apply(base)
    assert_equal "Each Vessel must make 2 to 4 Sailings.", Logical::Sentences.read_back(after, after[link.id]).first
    seen = Editing.set(after, link.id, "to_count", "at most 3", seen: "many").updates
    assert_equal({ to_least: 0, to_most: nil }, seen.to_h { |each| [ each.field, each.before ] })
  end

  def test_the_numbers_stand_on_lines_and_what_no_key_keeps_is_told_in_the_script
    base = model("Each Vessel must make 2 to 4 Sailings.", Vessel: [ "Number: integer: *" ])
    Metamodel::NOTATIONS.each_key do |notation|
      draft = Draft.new(base, ids:)
      diagram = Editing::Diagrams.make(draft, name: "A", stage: "logical", elements: base.all(:entity))
      draft.set(diagram.id, notation:)
      texts = Diagram::Scene.of(draft.model, diagram.id).lines.values.flat_map(&:ink).filter_map(&:text)
      assert_includes texts, notation == "idef1x" ? "2-4" : "2..4", notation
    end
    assert_match(/-- Not kept by the database: Each Vessel must make 2 to 4 Sailings\./, script(base, "sqlite"))
    refute_match(/Not kept/, script(model("Each Vessel may make many Sailings."), "sqlite"))
  end
end
