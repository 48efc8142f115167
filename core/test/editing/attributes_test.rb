# frozen_string_literal: true

require "core_test_helper"

class AttributesTest < CoreTest
  Attributes = Editing::Attributes

  def test_types_as_people_type_them
    { "text(12)" => [ "text", 12, nil, nil ], "VARCHAR ( 30 )" => [ "text", 30, nil, nil ],
      "decimal(9,2)" => [ "decimal", nil, 9, 2 ],
      "money" => [ "decimal", nil, nil, nil ], "long text" => [ "long_text", nil, nil, nil ],
      "datetime" => [ "timestamp", nil, nil, nil ] }.each do |text, expected|
      values = Attributes.type_values(Model::EMPTY, text)
      assert_equal expected, values.values_at(:type, :length, :precision, :scale), text
    end
    assert_equal ferries.all(:domain).find { |each| each.name == "Money Amount" }.id,
                 Attributes.type_values(ferries, "money amount")[:domain_id]
    assert_match(/Did you mean “Percentage”/,
                 assert_raises(InvalidValue) { Attributes.type_values(ferries, "Percentige") }.message)
  end

  def test_a_pasted_block_becomes_rows_over_and_below_what_is_there
    base = model("Vessel", Vessel: [ "Name: text(60)" ])
    vessel = entity(base, "Vessel")
    rows = [ [ "Full Name", "text(80)", "", "", "", "yes", "", "", "As painted on the bow" ],
             [ "Hull Number", "text", "12", "", "", "", "x" ], [ "", "" ] ]
    after = Attributes.paste(base, vessel.id, rows, ids:, start_id: base.all(:attribute).first.id).apply(base)
    assert_equal [ "Hull Number*", "Full Name" ],
                 held_names(after, "Vessel").sort_by { |name| name.end_with?("*") ? 0 : 1 }
    full = after.all(:attribute).find { |each| each.name == "Full Name" }
    assert_equal [ 80, true, "As painted on the bow" ], [ full.length, full.mandatory, full.definition ]
  end

  def test_a_wrong_cell_names_its_row_and_changes_nothing
    base = model("Vessel")
    error = assert_raises(InvalidValue) do
      Attributes.paste(base, entity(base, "Vessel").id, [ [ "A", "text" ], [ "B", "text", "long" ] ], ids:)
    end
    assert_match(/Row 2 .*whole number, not “long”/, error.message)
  end

  def test_a_cell_of_several_fields_clashes_with_what_it_shows_by_now
    base = model("Vessel", Vessel: [ "Name: text(60)" ])
    id = base.all(:attribute).first.id
    dated = Attributes.cell(base, id, "type", "date", ids:, seen: "text").apply(base)
    assert_equal "date", dated[id].type
    clash = assert_raises(Conflict) { Attributes.cell(dated, id, "type", "integer", ids:, seen: "text") }.clashes.first
    assert_equal [ "integer", "date" ], [ clash.yours, clash.theirs ]
    assert_empty Attributes.cell(dated, id, "type", "date", ids:, seen: "text")
    keyed = Attributes.cell(base, id, "identifier", "yes", ids:, seen: "").apply(base)
    assert_raises(Conflict) { Attributes.cell(keyed, id, "identifier", "", ids:, seen: "no") }
  end

  def test_the_last_member_taken_out_takes_the_identifier_along
    base = model("Vessel", Vessel: [ "Hull Number: text(12): *" ])
    attribute = base.all(:attribute).first
    assert_empty Attributes.cell(base, attribute.id, "identifier", "", ids:).apply(base).all(:identifier)
  end
end
