# frozen_string_literal: true

require "core_test_helper"

# What is called otherwise in a script is called so wherever it is named, and known by what it was called before.
class RenamesTest < CoreTest
  MADE = <<~SQL
    CREATE TABLE berth (id int PRIMARY KEY, depth int, width int, area int GENERATED ALWAYS AS (depth * width) STORED,
      CONSTRAINT deep CHECK (depth > 0 AND 'depth' <> ''));
    CREATE INDEX shallow ON berth ((depth + 1));
    CREATE INDEX flat ON berth (id) WHERE depth < 3;
    CREATE VIEW deeps AS SELECT b.depth, id FROM berth b WHERE depth > 9;
  SQL

  # { platform => a statement that renames, what is read }
  COLUMN = { "postgresql" => "ALTER TABLE berth RENAME COLUMN depth TO \"Sounding\"",
             "mariadb" => "ALTER TABLE berth CHANGE depth `Sounding` int",
             "sqlserver" => "EXEC sp_rename 'berth.depth', 'Sounding', 'COLUMN'" }.freeze

  COLUMN.each do |key, statement|
    define_method("test_a_column_of_#{key}") do
      catalog = read(key, MADE, statement)
      berth = catalog.tables.first
      plain = ->(text) { text.gsub(/["`\[\]]/, "") }
      assert_equal "Sounding > 0 AND 'depth' <> ''", plain.(berth.checks.first.condition)
      assert_equal "Sounding * width", plain.(berth.columns.last.computed)
      assert_match(/Sounding \+ 1/, plain.([ berth.indexes.first.expression, berth.indexes.first.columns ].join))
      assert_equal "Sounding < 3", plain.(berth.indexes.last.condition)
      assert_equal "SELECT b.Sounding, id FROM berth b WHERE Sounding > 9", plain.(catalog.views.first.query)
      assert_equal %w[depth id], catalog.views.first.column_names
      assert_equal [ [ "depth" ], nil ], [ berth.columns[1].former, berth.columns[2].former ]
    end
  end

  def test_a_table_and_its_schema
    catalog = read("postgresql", MADE, "CREATE VIEW twice AS SELECT berth.id FROM public.berth",
                   "ALTER TABLE berth RENAME TO mooring", "ALTER TABLE mooring SET SCHEMA quay")
    assert_equal [ "SELECT b.depth, id FROM quay.mooring b WHERE depth > 9",
                   "SELECT quay.mooring.id FROM quay.mooring" ],
                 catalog.views.map(&:query)
    assert_match(/\(depth \+ 1\)/, catalog.tables.first.indexes.first.expression)
    assert_equal [ "berth" ], catalog.tables.first.former
  end

  def test_an_enumerated_type
    catalog = read("postgresql", "CREATE TYPE kind AS ENUM ('a', 'b')",
                   "CREATE TABLE berth (kind kind, kinds kind[], old int)",
                   "ALTER TYPE kind RENAME TO \"Sort\"", "ALTER TYPE \"Sort\" RENAME VALUE 'b' TO 'c'")
    assert_equal [ "Sort", %w[a c], [ "\"Sort\"", "\"Sort\"[]", "int" ] ],
                 [ catalog.enumerations.first.name, catalog.enumerations.first.values,
                   catalog.tables.first.columns.map(&:native_type) ]
  end

  # { statements => [sequences that are left, [table, column, by what it counts or its default], …] }
  DUMPED = [ "CREATE TABLE quay (id int NOT NULL)", "CREATE SEQUENCE quay_id_seq",
             "ALTER SEQUENCE quay_id_seq OWNED BY quay.id",
             "ALTER TABLE quay ALTER id SET DEFAULT nextval('public.quay_id_seq'::regclass)" ].freeze
  COUNTERS = {
    DUMPED => [ [], [ "quay.id", true ] ],
    [ *DUMPED, "ALTER TABLE quay RENAME TO pier" ] => [ [], [ "pier.id", "quay_id_seq" ] ],
    [ *DUMPED, "ALTER TABLE quay RENAME id TO number" ] => [ [], [ "quay.number", "quay_id_seq" ] ],
    [ *DUMPED, "ALTER SEQUENCE quay_id_seq RENAME TO tally" ] => [ [], [ "quay.id", "tally" ] ],
    [ *DUMPED, "ALTER TABLE quay SET SCHEMA crew" ] => [ [], [ "crew.quay.id", true ] ],
    [ *DUMPED, "ALTER TABLE quay DROP id" ] => [ [] ],
    [ "CREATE TABLE quay (id serial)", "ALTER TABLE quay RENAME TO pier" ] => [ [], [ "pier.id", "quay_id_seq" ] ],
    [ "CREATE TABLE quay (id serial)", "ALTER SEQUENCE quay_id_seq RENAME TO tally" ] => [ [], [ "quay.id", "tally" ] ],
    [ "CREATE TABLE quay (id int GENERATED ALWAYS AS IDENTITY (SEQUENCE NAME public.quay_id_seq START WITH 1))" ] =>
      [ [], [ "quay.id", true ] ],
    # one that two tables share, or that its owner does not count by
    [ *DUMPED, "CREATE TABLE berth (id int DEFAULT nextval('quay_id_seq'))" ] =>
      [ [], [ "quay.id", true ], [ "berth.id", "nextval('quay_id_seq')" ] ],
    [ *DUMPED, "CREATE TABLE berth (id int DEFAULT nextval('quay_id_seq'))",
"ALTER SEQUENCE quay_id_seq RENAME TO tally" ] =>
      [ [], [ "quay.id", "tally" ], [ "berth.id", "nextval('tally'::regclass)" ] ],
    [ *DUMPED, "CREATE SEQUENCE tally", "ALTER TABLE quay ALTER id SET DEFAULT nextval('tally')" ] =>
      [ %w[quay_id_seq tally], [ "quay.id", "nextval('tally')" ] ]
  }.freeze

  COUNTERS.each_with_index do |(statements, said), index|
    define_method("test_counter_#{index}_#{statements.last}") do
      catalog = read("postgresql", *statements)
      columns = catalog.tables.flat_map { |table|
        table.columns.map { |each|
          [ "#{table.title}.#{each.name}",
            each.identity ? each.options.fetch("numbered by", true) : each.default_value ]
        }
      }
      assert_equal said, [ catalog.sequences.map(&:title), *columns ]
    end
  end

  def test_former_names_are_kept_into_designs
    catalog = read("postgresql", MADE, COLUMN.fetch("postgresql"), "ALTER TABLE berth RENAME TO mooring")
    side = Altering::Side.of_catalog(catalog, "postgresql", ids:)
    table = side.model.all(:table).first
    column = side.model.children(table.id, :column).find { |each| each.name == "Sounding" }
    assert_equal [ %w[berth], %w[depth] ], [ table.former_names, column.former_names ]
  end

  private

  def read(key, *texts)
    platform = Platforms.fetch(key)
    ending = platform.dialect.batch_end ? "\n#{platform.dialect.batch_end}\n" : ";\n"
    text = texts.map { |each| "#{each.delete_suffix("\n").delete_suffix(';')}#{ending}" }.join
    Reading.read([ Reading::Source.new(name: "", text:) ], platform:).catalog
  end
end
