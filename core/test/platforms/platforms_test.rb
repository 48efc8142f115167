# frozen_string_literal: true

require "core_test_helper"

class PlatformsTest < CoreTest
  def platform(key) = Platforms.fetch(key)

  def test_every_logical_type_comes_back_from_its_native_one
    clocks = { "zoned_time" => "time", "interval" => "text" }
    mysql = { **clocks, "" => "long_text" }
    lost = { "sqlite" => { "uuid" => "fixed_text", "" => "long_text" }, "postgresql" => { "" => "long_text" },
             "tideline" => { "" => "long_text" }, "mariadb" => mysql, "mysql" => { **mysql, "uuid" => "fixed_text" },
             "sqlserver" => { **clocks, "" => "long_text" },
             "oracle" => { "" => "text", "time" => "interval", "zoned_time" => "zoned_timestamp" },
             "snowflake" => { **clocks, "" => "text", "long_text" => "text", "uuid" => "text" },
             "hive" => { "" => "long_text", "time" => "long_text", "zoned_time" => "long_text",
                         "interval" => "long_text", "uuid" => "long_text", "json" => "long_text" } }
    Platforms.all.each do |each|
      key = each.key
      Metamodel::LOGICAL_TYPES.each do |type|
        sizes = { "text" => { length: 12 }, "fixed_text" => { length: 3 },
                  "decimal" => { precision: 9, scale: 2 } }.fetch(type, {})
        native = each.read_type(each.native_type(Logical::ValueType.new(name: type, **sizes)))
        found = each.logical_type(native)
        assert_equal lost.fetch(key, {}).fetch(type, type), found[:type], "#{key} #{type} as #{native}"
        assert_nil each.type_fault(native), "#{key} #{native}"
        assert_equal sizes, found.except(:type), "#{key} #{native}" unless lost.fetch(key, {}).key?(type)
      end
    end
  end

  def test_catalog_spellings_are_one
    { "character varying(30)" => "varchar(30)", "timestamp without time zone" => "timestamp",
      "NUMERIC(9)" => "numeric(9,0)", "numeric(9, 2)" => "numeric(9,2)",
      "int" => "integer", "timestamp with time zone" => "timestamptz" }.each do |long, short|
        assert_equal short, platform("postgresql").then { |each| each.write_type(each.read_type(long)) }
      end
  end

  def test_identifiers_and_literals_are_quoted
    { "vessel" => "vessel", "order" => '"order"', "Vessel" => '"Vessel"', "two words" => '"two words"',
      'a"b' => '"a""b"', "naïve" => '"naïve"', "a\0b" => '"ab"', "9lives" => '"9lives"' }
      .each { |name, quoted| assert_equal quoted, platform("sqlite").quote(name) }
    assert_equal "'it''s'", platform("postgresql").literal("it's")
  end

  def test_defaults_are_values_or_known_words_never_free_sql
    type = ->(name) { Logical::ValueType.new(name:) }
    { [ "5", "integer" ] => "5", [ "-1.5", "decimal" ] => "-1.5", [ "5", "text" ] => "'5'",
      [ "true", "boolean" ] => "true", [ "current_timestamp", "timestamp" ] => "current_timestamp",
      [ "true", "text" ] => "'true'", [ "0); DROP TABLE x", "integer" ] => "'0); DROP TABLE x'", [ "", "text" ] => "" }
      .each { |(text, name), sql| assert_equal sql, platform("postgresql").default_expression(text, type.call(name)) }
  end

  # A design from elsewhere is drawn, judged and told of all the same.
  def test_a_design_of_an_unknown_platform_is_read_by_the_standard
    base, design_id = derived(ferries, "sqlite")
    model = ChangeSet.set(base[design_id], platform: "Abacus").apply(base)
    draft = Draft.new(model, ids:)
    tables = Metamodel::Design.tables(model, design_id)
    diagram = Editing::Diagrams.make(draft, name: "A", stage: "physical", elements: tables, design_id:)
    assert_equal tables.size, Diagram::Scene.of(draft.model, diagram.id).boxes.size
    column = model.all(:column).first
    change = ChangeSet.set(column, native_type: Metamodel::NativeType.of("bead", arguments: [ 3 ]))
    assert_match(/to bead\(3\)\z/, change.describe(model))
    assert_empty Findings::Report.of(model, part: design_id).findings.map(&:message)
    assert_raises(UnknownName) { Ddl.script(model, design_id) }
  end

  def test_an_unknown_platform_lists_the_known
    assert_match(/known are sqlite, postgresql/, assert_raises(UnknownName) { Platforms.fetch("abacus") }.message)
  end
end
