# frozen_string_literal: true

require "core_test_helper"

class ComparisonTest < CoreTest
  def said(one, other) = Comparison.models(one, other).map(&:to_s)

  def test_the_same_in_other_ids_is_the_same
    again = Demo::HollinSoundFerries.change_set(ids: Ulid.new(clock: -> { 9 }, random: Random.new(9)))
                                    .apply(Model::EMPTY)
    refute_equal ferries.elements.keys, again.elements.keys
    assert_empty said(ferries, again)
  end

  def test_each_change_is_one_difference
    vessel = entity(ferries, "Vessel")
    name = ferries.children(vessel.id, :attribute).find { |each| each.name == "Name" }
    length = ferries.all(:domain).find { |each| each.name == "Reference" }
    { [ vessel.id, :definition, "Floats." ] =>
        'entity Vessel: definition is "A ferry that the company owns or charters." in the first, ' \
        '"Floats." in the second',
      [ name.id, :mandatory, "no" ] => "attribute Vessel · Name: mandatory is true in the first, false in the second",
      [ length.id, :length,
        "20" ] => "domain Reference: length is 12 in the first, 20 in the second" }.each do |(id, field, value), words|
      assert_equal [ words ], said(ferries, Editing.set(ferries, id, field, value).apply(ferries))
    end
  end

  def test_two_designs_are_matched_by_where_they_come_from
    both, left = derived(ferries, "postgresql")
    other = Derivation.derive(both, platform: "mariadb", ids:)
    both = other.change_set.apply(both)
    assert_empty Comparison::SideBySide.new(both, left, other.design_id).lines.reject { |line| line.field&.name == :name }
    table = both.children(other.design_id, :table).find { |each| each.name == "vessel" }
    columns = both.children(table.id, :column)
    changed = Draft.change(both, ids:) do |draft|
      draft.set(table.id, name: "ship")
      draft.set(columns[1].id, native_type: { "base" => "longtext" })
      draft.set(columns[2].id, position: 99.0)
      draft.remove(columns[3].id)
      draft.add(:view, parent_id: left, name: "long_ones", query: "SELECT 1")
    end
    side = Comparison::SideBySide.new(changed.apply(both), left, other.design_id)
    lines = side.lines.reject { |line| line.field&.name == :name && line.element.kind == :index }
    assert_equal [ [ "table vessel", :changed, %w[vessel ship] ],
                   [ "view long_ones", :left_only, nil ],
                   [ "column vessel · name", :changed, [ "varchar(60)", "longtext" ] ],
                   [ "column vessel · gross_tonnage", :left_only, nil ] ].to_set,
                 lines.reject { |line| line.way == :order }.to_set { |line| [ side.title(line), line.way, line.texts ] }
    assert_equal [ "vessel" ], lines.select { |line| line.way == :order }.map { |line| side.place(line) }
  end

  def test_what_stands_on_one_side_only
    less = Editing.remove(ferries, [ entity(ferries, "Lost Item").id ], ids:).apply(ferries)
    found = said(ferries, less)
    assert_includes found, "entity Lost Item: only in the first"
    assert_includes found, "relationship Sailing turn up Lost Item: only in the first"
    assert_equal found.map { |each| each.sub("first", "second") }.sort, said(less, ferries).sort
  end
end
