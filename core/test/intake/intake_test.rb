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
    assert_includes found,
                    'column vessel · name: native type is "varchar(60)" in the first, "varchar(20)" in the second'
    assert_includes found, "table extra: only in the second"
  end

  def test_the_old_system_comes_in_whole
    result = taken(File.read(Demo::Hsops::SCHEMA))
    assert_equal({ "tables" => 10, "columns" => 41, "primary_keys" => 6, "foreign_keys" => 3, "indexes" => 2,
                   "views" => 1 }, Summary.of(result.change_set))
    base = result.change_set.apply(Model::EMPTY)
    Invariants.check(result.change_set, base)
    assert_equal [ "CRW MBR ID*", "SLG ID*", "WTCH TYP" ], held_names(base, "WTCH")
    assert_equal %(SELECT "SLG_ID", SUM("PSG_QTY") AS PSG_QTY FROM "BKG" GROUP BY "SLG_ID"),
                 Ddl::Names.text(base, base.all(:view).first, :query)
    descending = base.all(:index).find { |each| each.name == "IX_SLG_DT" }
    assert_equal descending.column_ids, descending.descending_ids
    script = Ddl.script(base, result.design_id).text
    assert_empty Comparison.designs(
      base, result.design_id, *taken(script).then { |again| [ again.change_set.apply(Model::EMPTY), again.design_id ] }
    )
  end

  def test_the_logical_side_has_what_the_tables_say
    base = taken(<<~SQL).change_set.apply(Model::EMPTY)
      CREATE TABLE sailing (code text PRIMARY KEY, band text DEFAULT 'low' CHECK (band IN ('low', 'high')), depth int CHECK (depth BETWEEN 1 AND 9));
      CREATE TABLE passenger (id int PRIMARY KEY, age int CHECK (age >= 0));
      CREATE TABLE berth (id int PRIMARY KEY, deck int NOT NULL, sailing_code text NOT NULL REFERENCES sailing ON DELETE CASCADE ON UPDATE SET NULL,
        passenger_id int NOT NULL REFERENCES passenger, UNIQUE (sailing_code, deck), UNIQUE (passenger_id, sailing_code));
    SQL
    attribute = ->(name) { base.all(:attribute).find { |each| each.name.casecmp?(name) } }
    band = Logical::ValueType.of(attribute.call("Band"), base)
    assert_equal [ "long_text", %w[low high], "low" ],
                 [ band.name, band.allowed_values, attribute.call("Band").default_value ]
    assert_equal %w[1 9], attribute.call("Depth").then { |depth| [ depth.least_value, depth.most_value ] }
    assert_equal [ "0", "" ], attribute.call("Age").then { |age| [ age.least_value, age.most_value ] }
    assert_includes base.all(:relationship).map { |link| [ link.on_delete, link.on_update ] }, [ "cascade", "set null" ]

    derived = Derivation.derive(base, platform: "sqlite", ids:)
    model = derived.change_set.apply(base)
    berth = model.children(derived.design_id, :table).find { |table| table.name == "berth" }
    assert_equal [ %w[deck sailing_code], %w[passenger_id sailing_code] ], keys(model, berth).sort
    assert_includes Ddl.script(model, derived.design_id).text, "band IN ('low', 'high')"
  end

  # The columns of the alternate keys of a table.
  def keys(model, table)
    model.children(table.id, :key).reject(&:primary).map { |key| key.column_ids.map { |id| model[id].name }.sort }
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
    assert_equal [ "positive", "qty > 0 AND note <> ')'" ],
                 base.all(:check).first.then { |check| [ check.name, Ddl::Names.text(base, check, :condition) ] }
    assert_equal [ "b > 1", "" ], %i[condition expression].map { |field|
      Ddl::Names.text(base, base.all(:index).first, field)
    }
    assert_match(/\ACREATE TRIGGER watch/, base.all(:trigger).first.text)
    log = result.log.map { |note| "#{note.object}: #{note.message}" }.join("\n")
    [ /points at missing/, /child \(a\): .*cannot be read as a relationship/,
      /(one|two) \(x\): .*circle/ ].each { |pattern| assert_match pattern, log }
  end
end
