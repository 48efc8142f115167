# frozen_string_literal: true

require "core_test_helper"
require "sqlite3"

class NamesTest < CoreTest
  SCHEMA = <<~SQL
    CREATE TABLE fare (code text PRIMARY KEY, band text CHECK (band IN ('band', 'x')), price numeric, "valid from" date);
    CREATE TABLE sale (id int PRIMARY KEY, fare_code text REFERENCES fare (code), price numeric, sold_on date);
    CREATE INDEX ix ON fare (lower(band)) WHERE price > 0;
    CREATE VIEW dear AS SELECT f.code, max(s.price) AS price FROM fare f JOIN sale AS s ON s.fare_code = f.code WHERE band <> 'fare' GROUP BY f.code;
  SQL

  def design
    SQLite3::Database.new(":memory:", results_as_hash: true) do |database|
      database.execute_batch(SCHEMA)
      catalog = Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
      return Starting.from_catalog("Fares", catalog, platform: "sqlite", ids:).model
    end
  end

  def named(model, kind, name) = model.all(kind).find { |each| each.name == name }

  # Every name that is a table or column, in brackets.
  def marked(model, element, text)
    field = element.class.expression_fields.first.name
    Metamodel::Expression.written(Ddl::Names.resolve(model, element, field, text)) { |id| "[#{model[id].name}]" }
  end

  def test_names_in_a_piece_are_told_from_words_functions_texts_and_aliases
    model = design
    fare = named(model, :table, "fare")
    check = Metamodel::Check.new(id: "c", parent_id: fare.id)
    index = Metamodel::Index.new(id: "i", parent_id: fare.id)
    view = Metamodel::View.new(id: "v", parent_id: fare.parent_id)
    { [ check, "band IN ('band') AND BAND <> \"band\"" ] => "[band] IN ('band') AND [band] <> [band]",
      [ check, "band(price) > 0 -- band" ] => "band([price]) > 0 -- band",
      [ check, "CAST(price AS text) LIKE '%' AND other IS NULL" ] => "CAST([price] AS text) LIKE '%' AND other IS NULL",
      [ check, "EXTRACT(DAY FROM band) > 1" ] => "EXTRACT(DAY FROM [band]) > 1",
      [ check, "\"valid from\" > date('now')" ] => "[valid from] > date('now')",
      [ index,
        "ON fare (lower(band), price) WHERE price > 0" ] => "ON [fare] (lower([band]), [price]) WHERE [price] > 0",
      [ view, "SELECT code, sold_on FROM fare, sale" ] => "SELECT [code], [sold_on] FROM [fare], [sale]",
      [ view, "SELECT price FROM fare, sale" ] => "SELECT price FROM [fare], [sale]",
      [ view, "SELECT fare.price, s.price AS fare FROM fare JOIN sale s ON code = fare_code" ] =>
        "SELECT [fare].[price], s.[price] AS fare FROM [fare] JOIN [sale] s ON [code] = [fare_code]",
      [ view,
        "SELECT a.x FROM (SELECT code AS x FROM fare) a" ] => "SELECT a.x FROM (SELECT [code] AS x FROM [fare]) a",
      [ view, "WITH sale AS (SELECT 1 AS price) SELECT z.price FROM other.fare z" ] =>
        "WITH sale AS (SELECT 1 AS price) SELECT z.price FROM other.fare z",
      [ view, "WITH sale AS (SELECT 1 AS price) SELECT price FROM sale" ] =>
        "WITH sale AS (SELECT 1 AS price) SELECT price FROM sale" }
      .each { |(element, text), expected| assert_equal expected, marked(model, element, text), text }
  end

  # A table of each of two schemas, alike by name, and one without.
  def test_names_with_schemas
    draft = Draft.new(Model::EMPTY, ids:)
    design = draft.add(:design, name: "PostgreSQL", platform: "postgresql")
    table = lambda do |schema, name, *columns|
      draft.add(:table, parent_id: design.id, name:, schema_id: schema&.id).tap do |made|
        columns.each { |column| draft.add(:column, parent_id: made.id, name: column) }
      end
    end
    crew, archive = %w[crew archive].map { |name| draft.add(:schema, parent_id: design.id, name:) }
    table.(nil, "vessel", "name")
    member = table.(crew, "member", "id", "vessel_name")
    table.(archive, "member", "id", "left_on")
    table.(archive, "voyage", "began")
    view = Metamodel::View.new(id: "v", parent_id: design.id)
    index = Metamodel::Index.new(id: "i", parent_id: member.id)
    { [ view,
        "SELECT crew.member.id, member.id FROM crew.member" ] => "SELECT [member].[id], [member].[id] FROM [member]",
      [ view, "SELECT m.left_on FROM archive.member m JOIN voyage ON began = left_on" ] =>
        "SELECT m.[left_on] FROM [member] m JOIN [voyage] ON [began] = [left_on]",
      [ view, "SELECT id FROM member" ] => "SELECT id FROM member",
      [ view, "SELECT name FROM other.vessel, vessel" ] => "SELECT [name] FROM other.vessel, [vessel]",
      [ index,
        "ON crew.member (lower(vessel_name)) WHERE id > 0" ] => "ON [member] (lower([vessel_name])) WHERE [id] > 0" }
      .each { |(element, text), expected| assert_equal expected, marked(draft.model, element, text), text }

    query = Ddl::Names.resolve(draft.model, view, :query, "SELECT crew.member.id FROM crew.member")
    held = draft.add(:view, parent_id: design.id, name: "all", query:)
    draft.set(crew.id, name: "Deck Crew")
    assert_equal "SELECT \"Deck Crew\".member.id FROM \"Deck Crew\".member", Ddl::Names.text(draft.model, held, :query)
  end

  def test_a_rename_reaches_checks_indexes_and_views
    model = design
    draft = Draft.new(model, ids:)
    draft.set(named(model, :table, "fare").id, name: "price list")
    draft.set(named(model, :column, "band").id, name: "zone_name")
    script = Ddl.script(draft.model, draft.model.all(:design).first.id).text
    [ "CHECK (zone_name IN ('band', 'x'))", 'ON "price list" (lower(zone_name)) WHERE price > 0',
      'FROM "price list" f JOIN sale AS s', "WHERE zone_name <> 'fare'" ]
      .each { |text| assert_includes script, text }
    SQLite3::Database.new(":memory:") { |database| database.execute_batch(script) }
  end

  def test_what_is_removed_stays_as_a_name_and_is_found
    model = design
    change = Draft.change(model, ids:) { |draft| draft.remove(named(model, :column, "band").id) }
    after = change.apply(model)
    Invariants.check(change, after)
    assert_equal "band IN ('band', 'x')", Ddl::Names.text(after, after.all(:check).first, :condition)
    found = Findings.of(after).select { |finding| finding.check == Findings::SqlNameUnknown }
    assert_equal %w[check index view], found.map { |finding| after[finding.element_id].kind.to_s }.sort
    assert_empty Findings.of(model).select { |finding| finding.check == Findings::SqlNameUnknown }
    assert_equal model, change.inverse.apply(after)
  end

  def test_typed_text_is_resolved_and_read_back_as_typed
    model = design
    check = model.all(:check).first
    typed = Editing.set(model, check.id, :condition, "band <> 'y'", seen: "band IN ('band', 'x')").apply(model)
    assert_equal "band <> 'y'", Ddl::Names.text(typed, typed[check.id], :condition)
    assert_equal [ named(model, :column, "band").id ], typed[check.id].referenced_ids
    lost = ChangeSet.new(additions: [ check.with(condition: Metamodel::Expression.reference("nowhere")) ])
    assert_raises(InvalidChange) { Invariants.check(lost, lost.apply(model)) }
  end
end
