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

  def test_what_stands_on_one_side_only
    less = Editing.remove(ferries, [ entity(ferries, "Lost Item").id ], ids:).apply(ferries)
    found = said(ferries, less)
    assert_includes found, "entity Lost Item: only in the first"
    assert_includes found, "relationship Sailing turn up Lost Item: only in the first"
    assert_equal found.map { |each| each.sub("first", "second") }.sort, said(less, ferries).sort
  end
end
