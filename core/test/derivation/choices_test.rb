# frozen_string_literal: true

require "core_test_helper"

class ChoicesTest < CoreTest
  def setup
    result = Derivation.derive(ferries, platform: "postgresql", ids:)
    @id, @base, @model = result.design_id, result.base, result.change_set.apply(ferries)
  end

  def choose(left_out: [], **given)
    given = given.to_h { |name, text| [ name.to_s.tr("_", " "), text ] }
    @model = Derivation::Choices.change(@model, @id, given, left_out:).apply(@model)
    merge = Derivation.again(@model, @id, base: @base)
    change = merge.change_set({}, ids:)
    Invariants.check(change, @model)
    @model, @base = change.apply(@model), merge.base
    assert_empty merge.conflicts + Derivation.again(@model, @id, base: @base).arrivals
    assert_empty Derivation.again(@model, @id, base: @base).decisions
    merge
  end

  def script = Ddl.script(@model, @id).text
  def tables = Metamodel::Design.tables(@model, @id)

  def test_each_choice_brings_what_follows_from_it_and_takes_it_back
    plain = script
    { { indexes: "none" } => [ "CREATE INDEX", false ], { comments: "none" } => [ "COMMENT ON", false ],
      { allowed_values: "none" } => [ "CHECK (", false ],
      { schemas: "subject areas" } => [ "CREATE TABLE fleet.vessel (", true ] }.each do |given, (text, there)|
      choose(**given)
      assert_equal there, script.include?(text), given
      choose(given.keys.first => Derivation::Choices::ALL[given.keys.first.to_s.tr("_", " ")].values.keys.first)
      assert_equal plain, script, given
    end
  end

  def test_every_table_gets_the_houses_columns
    choose(columns: "created_at timestamptz not null default now()\nnote text\n")
    assert_equal tables.size, script.scan(/^  created_at timestamptz DEFAULT now\(\) NOT NULL/).size
    assert_operator tables.size, :>, script.scan(/^  note text/).size - 1
    message = assert_raises(InvalidValue) { choose(columns: "x wibble") }.message
    assert_match(/no type “wibble”/, message)
    assert_match(/can be foreign keys or none, not “some”/,
                 assert_raises(InvalidValue) { choose(indexes: "some") }.message)
    assert_match(/no choice “colour”/, assert_raises(InvalidValue) { choose(colour: "red") }.message)
  end

  def test_an_entity_that_is_left_out_gets_no_table_and_what_it_gave_stays
    choose(left_out: [ entity(@model, "Harbour").id, "nobody" ])
    refute_includes tables.map(&:name), "harbour"
    berth = tables.find { |table| table.name == "berth" }
    assert_includes @model.children(berth.id, :column).map(&:name), "harbour_code"
    refute_match(/REFERENCES harbour\b/, script)
    choose
    assert_match(/REFERENCES harbour\b/, script)
  end
end
