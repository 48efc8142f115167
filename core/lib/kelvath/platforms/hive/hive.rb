# frozen_string_literal: true

module Kelvath
  module Platforms
    # Hive from 1.2 on. Types stand within types; keys are told from 2.1 on and never kept.
    class Hive < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "type_text"

module Kelvath
  module Platforms
    class Hive
      CHARACTERS = "length(%s)"
      TITLE = "Hive"
      CHANGES = { "1.2" => "the oldest still met: no keys", "2.3" => "primary and foreign keys",
                  "3.1" => "unique keys, checks, defaults, mandatory columns, times with a zone",
                  "4.0" => "tables that others keep too" }.freeze
      VERSIONS = CHANGES.keys.freeze
      # The language manual's "Alter Table"; what else changes is copied into a new table.
      ALTERS = { rename_table: "ALTER TABLE %<from>s RENAME TO %<place>s",
                 rename_column: "ALTER TABLE %<table>s CHANGE %<from>s %<to>s %<type>s",
                 add_column: "ALTER TABLE %<table>s ADD COLUMNS (%<column>s)",
                 add_constraint: "ALTER TABLE %<table>s ADD %<constraint>s",
                 drop_foreign_key: "ALTER TABLE %<table>s DROP CONSTRAINT %<name>s",
                 revoke: "REVOKE %<rights>s ON %<on>s FROM %<role>s",
                 move_table: "ALTER TABLE %<from>s RENAME TO %<place>s" }.freeze
      GRANTEE = "ROLE "
      FEATURES = { renames_followed: true, grants_passed: true, schemas: true, nested_columns: true,
                   arrays: true, primary_keys: "2.1", foreign_keys: "2.1",
                   alternate_keys: "3.0", checks: "3.0", mandatory: "3.0", defaults: "3.0", roles: true }.freeze
      ACTIONS = [ "no action" ].freeze
      OPTIONS = Options::ALL
      DATA_TYPES = DataTypes::ALL
      TYPES = superclass::TYPES.merge(
        "" => "string", "text" => [ "varchar(%l)", "string" ], "fixed_text" => [ "char(%l)", "varchar(%l)", "string" ],
        "long_text" => "string", "integer" => "int",
        "decimal" => [ "decimal(%p,%s)", "decimal(%p,0)", "decimal(38,10)" ], "float" => "double",
        "time" => "string", "zoned_time" => "string",
        "zoned_timestamp" => [ "timestamp with local time zone", "timestamp" ], "interval" => "string",
        "binary" => "binary", "uuid" => "string", "json" => "string"
      ).freeze
      QUOTES = %w[` `].freeze
      IDENTIFIER_UNIT = :characters

      # The language manual's "Keywords, Non-reserved Keywords and Reserved Keywords".
      RESERVED = %w[
        all alter and any array as authorization between bigint binary boolean both by cache case cast char column
        commit conf constraint create cross cube current current_date current_timestamp cursor database date dayofweek
        decimal delete describe distinct div double drop else end except exchange exists extended external extract false
        fetch float floor following for foreign from full function grant group grouping having if import in inner insert
        int integer intersect interval into is join lateral left less like local macro map more none not null numeric of
        offset on only or order out outer over partialscan partition percent preceding precision preserve primary
        procedure range reads reduce references regexp revoke right rlike rollback rollup row rows select set smallint
        start sync table tablesample then time timestamp to transform trigger true truncate unbounded union unique
        uniquejoin update user using values varchar views when where window with
      ].to_set.freeze

      ONCE = { "schema" => :if_not_exists, "table" => :if_not_exists, "view" => :if_not_exists,
               "grant" => :harmless }.freeze
      BEGINS_IN = [ "CREATE DATABASE %s", "USE %s" ].freeze
      RUNS_FILE = "!run %s"

      def identifier_limit = 128
      def given_schema?(name) = name == "default"
      def reserved_words = RESERVED
      def writer_class = Writer
      def dialect_class = Dialect
      def catalog_reader = CatalogReader
      def practice = Practice
      def identity_type = "bigint"

      def place_dropped(name) = "#{super} CASCADE"

      # A column that comes later says its type and nothing else.
      def addable?(column)
        !column.mandatory && column.default_value.empty? && !column.options["parts"]
      end

      # A backslash begins an escape in a text, a quotation mark too.
      def literal(text) = "'#{text.delete("\0").gsub(/[\\']/) { |mark| "\\#{mark}" }}'"

      # array<…>, map<…>, struct<name:…>
      def write_type(type)
        return super unless type.key?("of") || type.key?("fields")

        inner = type.fetch("of", []).map { |each| write_type(each) } +
                type.fetch("fields", []).map { |name, each| "#{quote(name)}:#{write_type(each)}" }
        "#{type['base']}<#{inner.join(',')}>"
      end

      private

      def parsed_type(text) = text.include?("<") ? TypeText.new(text).type : super
    end
  end
end

require_relative "writer"
require_relative "dialect"
require_relative "catalog_reader"
require_relative "practice"

Kelvath::Platforms.register(Kelvath::Platforms::Hive.new)
