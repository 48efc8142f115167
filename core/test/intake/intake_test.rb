# frozen_string_literal: true

require "core_test_helper"
require "sqlite3"
require_relative "../../../demo/hsops"

class IntakeTest < CoreTest
  def catalog_of(sql)
    database = SQLite3::Database.new(":memory:", results_as_hash: true)
    database.execute_batch(sql)
    Intake.catalog("sqlite", ->(query) { database.execute(query) })
  end

  def taken(sql) = Intake.take(Model::EMPTY, catalog_of(sql), platform: "sqlite", ids:, name: "SQLite")

  # design -> script -> database -> catalog -> compare: nothing may differ.
  def test_every_design_proves_itself
    big = Demo::BigCompany.change_set(ids:, count: 80).apply(Model::EMPTY)
    [ ferries, big, model("Each Order may be many Orders.", Order: [ "Group: text(3)" ]) ].each do |base|
      full, id = derived(base, "sqlite")
      catalog = catalog_of(Ddl.script(full, id).text)
      assert_empty Proof.differences(full, id, catalog, ids:).map(&:to_s)
    end
  end

  def test_a_difference_is_named
    full, id = derived(model("Vessel", Vessel: [ "Name: text(60): *" ]), "sqlite")
    changed = Ddl.script(full, id).text.sub("varchar(60)", "varchar(20)") + "CREATE TABLE extra (a int);"
    found = Proof.differences(full, id, catalog_of(changed), ids:).map(&:to_s)
    assert_includes found, 'column vessel · name: native type is "varchar(60)" in the first, "varchar(20)" in the second'
    assert_includes found, "table extra: only in the second"
  end

  def test_the_old_system_comes_in_whole
    result = taken(File.read(Demo::Hsops::SCHEMA))
    assert_equal({ "tables" => 10, "columns" => 41, "primary_keys" => 6, "foreign_keys" => 3, "indexes" => 2, "views" => 1 }, Summary.of(result.change_set))
    base = result.change_set.apply(Model::EMPTY)
    Invariants.check(result.change_set, base)
    assert_equal [ "CRW MBR ID*", "SLG ID*", "WTCH TYP" ], held_names(base, "WTCH")
    assert_equal "SELECT SLG_ID, SUM(PSG_QTY) AS PSG_QTY FROM BKG GROUP BY SLG_ID", base.all(:view).first.query
    descending = base.all(:index).find { |each| each.name == "IX_SLG_DT" }
    assert_equal descending.column_ids, descending.descending_ids
    script = Ddl.script(base, result.design_id).text
    assert_empty Comparison.designs(base, result.design_id, *taken(script).then { |again| [ again.change_set.apply(Model::EMPTY), again.design_id ] })
  end

  def test_odd_schemas_are_kept_or_named_never_dropped
    result = taken(<<~SQL)
      CREATE TABLE "Order Line" (id INTEGER PRIMARY KEY, note TEXT DEFAULT 'a, (b', qty int CONSTRAINT positive CHECK (qty > 0 AND note <> ')'), UNIQUE (note, qty));
      CREATE TABLE child (a int, b int REFERENCES missing (x), c int REFERENCES "order line", d int GENERATED ALWAYS AS (a + 1) VIRTUAL, FOREIGN KEY (a) REFERENCES child (b));
      CREATE TABLE one (x int PRIMARY KEY REFERENCES two (x)); CREATE TABLE two (x int PRIMARY KEY REFERENCES one (x));
      CREATE INDEX part ON child (a) WHERE b > 1;
      CREATE TRIGGER watch AFTER INSERT ON child BEGIN SELECT 1; END;
    SQL
    base = result.change_set.apply(Model::EMPTY)
    Invariants.check(result.change_set, base)
    assert_equal [ "positive", "qty > 0 AND note <> ')'" ], base.all(:check).first.then { |check| [ check.name, check.condition ] }
    assert_equal "ON child (a) WHERE b > 1", base.all(:index).first.expression
    log = result.log.map { |note| "#{note.object}: #{note.message}" }.join("\n")
    [ /watch: This trigger/, /points at missing/, /child\.d: This column is computed/, /child \(a\): .*cannot be read as a relationship/, /(one|two) \(x\): .*circle/ ].each { |pattern| assert_match pattern, log }
  end
end
