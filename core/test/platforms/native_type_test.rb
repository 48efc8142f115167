# frozen_string_literal: true

require "core_test_helper"
require_relative "tideline/tideline"

class NativeTypeTest < CoreTest
  Type = Kelvath::Metamodel::NativeType

  def read(text, platform = "sqlite") = Platforms.fetch(platform).read_type(text)
  def written(text, platform) = Platforms.fetch(platform).then { |each| each.write_type(each.read_type(text)) }

  # What is written is read: parts where there are any, else the text as it is.
  def test_types_are_taken_apart
    { "NUMERIC ( 9 , 2 )" => { "base" => "numeric", "arguments" => [ 9, 2 ] },
      "double  Precision" => { "base" => "double precision" },
      "timestamp(3) with time zone" => { "base" => "timestamp with time zone", "arguments" => [ 3 ] },
      "varchar2(30 Char)" => { "base" => "varchar2", "arguments" => [ "30 char" ] },
      "enum('A', 'b,)')" => { "base" => "enum", "arguments" => [ "'A'", "'b,)'" ] },
      "integer[3]" => { "base" => "array", "arguments" => [ 3 ], "of" => [ { "base" => "integer" } ] },
      "text array" => { "base" => "array", "of" => [ { "base" => "text" } ] },
      "row(town text, \"Post Code\" varchar(8))" =>
        { "base" => "row", "fields" => [ [ "town", { "base" => "text" } ],
                                         [ "Post Code", { "base" => "varchar", "arguments" => [ 8 ] } ] ] },
      "" => { "base" => "" }, "what ( is" => { "base" => "what(is" }, "a(1)(2)" => { "base" => "a(1)(2)" } }
      .each { |text, type| assert_equal type, read(text), text }
  end

  def test_each_platform_writes_its_own_spelling
    { [ "Timestamp ( 3 ) with time zone", "sqlite" ] => "timestamp(3) with time zone",
      [ "timestamp(3) with time zone", "postgresql" ] => "timestamptz(3)",
      [ "character varying(30)[]", "postgresql" ] => "varchar(30)[]", [ "decimal(9)", "postgresql" ] => "numeric(9,0)",
      [ "integer[3]", "tideline" ] => "integer array[3]", [ "enum('A', 'b')", "sqlite" ] => "enum('A','b')",
      [ "row(a int, \"b c\" text array)", "tideline" ] => "row(a int, \"b c\" text array)" }
      .each { |(text, platform), expected| assert_equal expected, written(text, platform), text }
  end

  def test_an_argument_alone_is_found_and_set
    assert_equal "numeric(12,2)", Platforms.fetch("postgresql").write_type(Type.sized(read("numeric(9,2)"), [ 12, 2 ]))
    assert_same read("numeric(9,2)"), read("Numeric(9, 2)")
  end

  def test_only_types_are_values
    { "varchar(30)" => /must say what it is based on/, { "base" => "a", "size" => 3 } => /has a part/,
      { "base" => "a", "of" => 3 } => /parts/,
      { "base" => "a", "arguments" => [ 1.5 ] } => /neither text nor/,
      { "base" => "a", "fields" => [ [ 1, { "base" => "b" } ] ] } => /field without/,
      { "base" => "a", "of" => [ {} ] } => /based on/ }.each { |value, fault| assert_match fault, Type.fault(value) }
    deep = (1..30).reduce({ "base" => "a" }) { |inner, _| { "base" => "array", "of" => [ inner ] } }
    assert_match(/too deeply/, Type.fault(deep))
  end

  # Typed as one text, a record becomes columns within the column; what is known of them stays.
  def test_a_record_is_columns_within_a_column
    draft = Draft.new(Model::EMPTY, ids:)
    design = draft.add(:design, name: "Tideline", platform: "tideline")
    table = draft.add(:table, parent_id: design.id, name: "passenger")
    column = draft.add(:column, parent_id: table.id, name: "homes")
    typed = ->(model, text) { Editing.set(model, column.id, "native_type", text, ids:).apply(model) }
    first = typed.(draft.model, "row(street text, town row(name text, code varchar(8))) array")
    assert_equal [ [ "homes", 0 ], [ "street", 1 ], [ "town", 1 ], [ "name", 2 ], [ "code", 2 ] ],
                 Metamodel::Column.nested(first, table.id).map { |each, depth| [ each.name, depth ] }
    assert_includes Ddl.script(first, design.id).text,
                    "homes row(street text, town row(name text, code varchar(8))) array"
    assert_empty Findings.of(first).map(&:message).grep(/within/)

    street = first.children(column.id, :column).first
    second = typed.(first, "row(town row(name text), street varchar(40)) array")
    assert_equal %w[town street], second.children(column.id, :column).map(&:name)
    assert_equal [ street.id, { "base" => "varchar", "arguments" => [ 40 ] } ],
                 second[street.id].then { |each| [ each.id, each.native_type ] }
    assert_equal [ table.id ], second[street.id].card_ids(second)
  end

  def test_records_of_a_catalog_and_of_a_platform_without_them
    catalog = Intake::Catalog
    told = catalog::Column.new(name: "town", comment: "Where they live.")
    column = catalog::Column.new(name: "home", native_type: "row(town text)", mandatory: false, identity: false,
                                 default_value: "", comment: "", columns: [ told ])
    table = catalog::Table.new(name: "passenger", comment: "", columns: [ column ], keys: [], foreign_keys: [],
                               checks: [], indexes: [])
    model = Starting.from_catalog("T", catalog.new(tables: [ table ], views: []), platform: "tideline", ids:).model
    town = model.all(:column).find { |each| each.name == "town" }
    assert_equal [ "Where they live.", "home" ], [ town.comment, model[town.parent_id].name ]
    elsewhere = ChangeSet.set(model.all(:design).first, platform: "sqlite", version: "").apply(model)
    assert_equal [ town.id ], Findings.of(elsewhere).select { |each| each.message.include?("columns within columns") }
                                      .map(&:element_id)
  end

  # Files and journals of before say types as text.
  def test_text_of_before_is_read
    hash = { "kind" => "column", "id" => "C", "within" => "T", "name" => "nm", "native_type" => "varchar(30)" }
    %i[element kept_element].each do |way|
      assert_equal [ 30 ], Metamodel.send(way, Upgrading.element(hash)).native_type["arguments"]
    end
    update = ChangeSet.from_h("set" => [ [ "C", "native_type", "int", "varchar(3)" ] ]).updates.first
    assert_equal [ { "base" => "int" }, { "base" => "varchar", "arguments" => [ 3 ] } ], [ update.before, update.after ]
  end
end
