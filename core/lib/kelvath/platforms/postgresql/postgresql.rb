# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL, from version 12 on.
    class Postgresql < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "alters"

module Kelvath
  module Platforms
    class Postgresql
      TITLE = "PostgreSQL"

      CHANGES = { "12" => "computed columns kept in the row", "13" => "nothing that a design says",
                  "14" => "multiranges", "15" => "keys in which rows without a value are alike",
                  "16" => "nothing that a design says", "17" => "the usual one",
                  "18" => "computed columns that are not kept in the row" }.freeze
      VERSIONS = CHANGES.keys.freeze
      NEVER_WITHIN = /\A\s*(?:(?:CREATE|DROP)\s+(?:DATABASE|TABLESPACE)|VACUUM|ALTER\s+SYSTEM|
                      (?:CREATE\s+(?:UNIQUE\s+)?|DROP\s+|RE)INDEX\s+CONCURRENTLY)\b/xi
      ROUTINE_AGAIN = "CREATE OR REPLACE"
      FEATURES = superclass::FEATURES.except(:nested_columns)
                                     .merge(undone_whole: true, arrays: true, enumerations: true,
                                            rights_told: true, partitions: true,
                                            virtual_columns: "18").freeze
      ALTERS = Alters::WORDS
      NOTES = Alters::NOTES
      GENTLY = Alters::GENTLY
      ONCE = { "schema" => :if_not_exists, "table" => :if_not_exists, "sequence" => :if_not_exists,
               "partition" => :if_not_exists,
               "index" => :if_not_exists, "view" => :or_replace, "routine" => :or_replace,
               "row" => " ON CONFLICT DO NOTHING", "foreign key" => :dropped_before, "grant" => :harmless,
               "comment" => :harmless }.freeze
      EXAMPLES = {
        "bytea" => "'\\x0%<row>d'", "bit" => "(8 + %<row>d)::bit(4)", "bit varying" => "(8 + %<row>d)::bit(4)",
        "inet" => "'10.0.0.%<row>d'", "cidr" => "'10.%<row>d.0.0/16'", "array" => "'{%<row>d}'",
        "daterange" => "'[2026-0%<row>d-01,2026-0%<row>d-09)'", "money" => "'%<row>d'",
        "datemultirange" => "'{[2026-0%<row>d-01,2026-0%<row>d-09)}'", "xml" => "'<row>%<row>d</row>'",
        "point" => "'(%<row>d,1)'"
      }.freeze
      CASTS_ONLY = { "money" => %w[decimal text fixed_text long_text] }.freeze
      EVENTS = /\b(?:insert|delete|truncate|update)(?:\s+or\s+(?:insert|delete|truncate|update))+/i
      FIRST_SCHEMA = "public" # where what names no schema is
      AROUND = [ [ "BEGIN" ], [ "COMMIT" ] ].freeze
      COUNTING = [ "SELECT setval(pg_get_serial_sequence(%<table_text>s, %<name_text>s), " \
                   "coalesce((SELECT max(%<name>s) FROM %<table>s), 0) + 1, false)" ].freeze
      ADDED_LATER = [ "not valid" ].freeze
      BEGINS_IN = [ "CREATE SCHEMA %s", "SET search_path TO %s" ].freeze
      RUNS_FILE = "\\ir %s"
      UNORDERED = %w[json xml point line lseg box path polygon circle].freeze
      GRANTED = superclass::GRANTED.merge(routine: "ROUTINE ").freeze
      OPTIONS = (superclass::OPTIONS + Options::ALL).freeze
      DATA_TYPES = DataTypes::ALL
      TYPES = superclass::TYPES.merge("binary" => "bytea", "json" => "jsonb", "zoned_time" => "timetz",
                                      "zoned_timestamp" => "timestamptz").freeze

      # The manual's appendix C: words reserved in PostgreSQL, those for functions and types included.
      RESERVED = %w[
        all analyse analyze and any array as asc asymmetric authorization binary both case cast check collate collation
        column concurrently
        constraint create cross current_catalog current_date current_role current_schema current_time current_timestamp
        current_user default
        deferrable desc distinct do else end except false fetch for foreign freeze from full grant group having ilike in
        initially inner
        intersect into is isnull join lateral leading left like limit localtime localtimestamp natural not notnull null
        offset on only or
        order outer overlaps placing primary references returning right select session_user similar some symmetric
        system_user table tablesample
        then to trailing true union unique user using variadic verbose when where window with
      ].to_set.freeze

      # Roles are the server's, and may be there.
      ROLE_MADE = "DO $once$ BEGIN\nCREATE ROLE %s;\nEXCEPTION WHEN duplicate_object THEN NULL; END $once$"

      # A materialized view cannot be replaced; types, roles and triggers are made unless they are there.
      def once(statement, name:, table: nil)
        return [ statement.sql.sub("VIEW ", "VIEW IF NOT EXISTS ") ] if statement.kind == "view" &&
                                                                     statement.sql.start_with?("CREATE MATERIALIZED")

        super
      end

      def guarded(statement, _name, _table)
        return [ statement.sql ] if statement.kind == "role"

        [ "DO $once$ BEGIN\n#{statement.sql};\nEXCEPTION WHEN duplicate_object THEN NULL; END $once$" ]
      end

      # Nor does it matter whether the table is there.
      def dropped(kind, name, table: nil, if_there: false)
        sql = if_there ? super.sub("ALTER TABLE ", "ALTER TABLE IF EXISTS ") : super
        kind == "trigger" && table ? "#{sql} ON #{table}" : sql
      end

      # As the server names a constraint that has no name.
      def given_name(element, table:, columns:)
        sort = element.kind == :key ? (element.primary ? :primary : :unique) : element.kind
        GivenNames::ENDINGS.key?(sort) ? GivenNames.name(sort, table:, columns:) : nil
      end

      # Which rows these are the server knows (pg_get_partition_constraintdef).
      def sorted_out(from:, part:, table:, names:, given:)
        before, after = [ "WITH gone AS (DELETE FROM #{from} WHERE ", " RETURNING #{names}) INSERT INTO #{table} " \
                          "(#{names})#{given} SELECT #{names} FROM gone" ].map { |text| literal(text) }
        bounds = "pg_get_partition_constraintdef(#{literal(part)}::regclass)"
        "DO #{literal("BEGIN EXECUTE #{before} || #{bounds} || #{after}; END")}"
      end

      # The sequence of a column that counts.
      def counter_name(column, table:)
        column.options["numbered by"] || GivenNames.name(:sequence, table:, columns: [ column.name ])
      end

      def identifier_limit = 63
      def given_schema?(name) = name == "public"
      def reserved_words = RESERVED
      def catalog_reader = CatalogReader
      def dialect_class = Dialect
      def writer_class = Writer
      def not_kept = [ %i[check condition], %i[view query], %i[view column_names], %i[column default_value],
                   %i[index condition] ]

      # The server writes triggers, routines and what an index is over in words of its own: what they say is held
      # against each other, not how.
      def as_kept(kind, field, value)
        case [ kind, field ]
        when %i[trigger text] then Ddl::Alike.expression(events_in_order(value), without: FIRST_SCHEMA)
        when %i[partition bounds] then Ddl::Alike.expression(value)
        when %i[index expression] then Ddl::Alike.expression(value, without: FIRST_SCHEMA)
        when %i[routine text] then Ddl::Alike.body(value)
        else value
        end
      end

      # What a function takes and answers must stay (CREATE FUNCTION, Notes).
      def replaces_routine?(old, new)
        head = ->(text) {
          text[/\A.*?(?=\s(?:AS|LANGUAGE|BEGIN|RETURN)\s)/im].to_s.gsub(/OR\s+REPLACE\s+/i, "").split.join(" ") }
        super && head.(old).casecmp?(head.(new))
      end

      private

      # The catalog tells what a trigger waits for in an order of its own.
      def events_in_order(text)
        text.sub(EVENTS) { $~[0].split(/\s+or\s+/i).sort_by(&:downcase).join(" OR ") }
      end

      # How many bits a number takes decides what it is.
      def spelt(type)
        return super unless type["base"] == "float"

        bits = type.fetch("arguments", []).first || 53
        Metamodel::NativeType.of(bits > 24 ? "double precision" : "real")
      end

      def write_array(type)
        "#{write_type(type['of'].first)}#{type.key?('arguments') ? "[#{type['arguments'].first}]" : '[]'}"
      end
    end
  end
end

require_relative "queries"
require_relative "asking"
require_relative "rights"
require_relative "beside"
require_relative "given_names"
require_relative "writer"
require_relative "catalog_reader"
require_relative "dialect"

Kelvath::Platforms.register(Kelvath::Platforms::Postgresql.new)
