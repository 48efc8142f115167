# frozen_string_literal: true

module Kelvath
  module Platforms
    # Snowflake: one version, always the newest. It tells keys and keeps none of them but NOT NULL, and has no indexes.
    class Snowflake < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "alters"

module Kelvath
  module Platforms
    class Snowflake
      CHARACTERS = "length(%s)"
      TITLE = "Snowflake"
      ROUTINE_AGAIN = "CREATE OR REPLACE"
      ALTERS = Alters::WORDS
      FEATURES = superclass::FEATURES.except(:nested_columns, :checks, :indexes, :partial_indexes, :included_columns,
                                             :computed_columns, :stored_columns, :foreign_keys_dropped).freeze
      FIRST_SCHEMA = "public"
      SEQUENCE = superclass::SEQUENCE.slice(:first, :step).freeze
      CYCLES = false
      GRANTED = superclass::GRANTED.merge(table: "TABLE ", view: "VIEW ").freeze
      GRANTEE = "ROLE "
      NO_COMMENT = "''"
      OPTIONS = Options::ALL
      DATA_TYPES = DataTypes::ALL
      TYPES = superclass::TYPES.merge(
        "" => "varchar", "text" => [ "varchar(%l)", "varchar" ], "long_text" => "varchar",
        "integer" => "number(10,0)", "small_integer" => "number(5,0)", "big_integer" => "number(19,0)",
        "decimal" => [ "number(%p,%s)", "number(%p,0)", "number(38,10)" ], "float" => "float", "zoned_time" => "time",
        "timestamp" => "timestamp_ntz", "zoned_timestamp" => "timestamp_tz", "interval" => "varchar(40)",
        "binary" => "binary", "uuid" => "varchar(36)", "json" => "variant"
      ).freeze
      WHOLE = { 5 => "small_integer", 10 => "integer", 19 => "big_integer" }.freeze # digits of whole numbers
      WHOLE_NUMBERS = %w[int integer bigint smallint tinyint byteint].freeze # number(38,0) by another name
      PLAIN_IDENTIFIER = /\A(?:[a-z_][a-z0-9_$]*|[A-Z_][A-Z0-9_$]*)\z/ # one case, whichever: it is folded
      IDENTIFIER_UNIT = :characters

      # The reference's "Reserved & limited keywords".
      RESERVED = %w[
        account all alter and any as between by case cast check column connect connection constraint create cross
        current current_date current_time current_timestamp current_user database delete distinct drop else exists false
        following for from full grant group gscluster having ilike in increment inner insert intersect into is issue
        join lateral left like localtime localtimestamp minus natural not null of on or order organization qualify
        regexp revoke right rlike row rows sample schema select set some start table tablesample then to trigger true
        try_cast union unique update using values view when whenever where with
      ].to_set.freeze

      ONCE = { "schema" => :if_not_exists, "table" => :if_not_exists, "sequence" => :if_not_exists,
               "role" => :if_not_exists, "view" => :or_replace, "routine" => :or_replace, "grant" => :harmless,
               "comment" => :harmless, "setting" => :harmless, "row" => :unless_there }.freeze
      INSERT_ONCE = "INSERT INTO %<table>s (%<columns>s) SELECT %<values>s WHERE NOT EXISTS " \
                    "(SELECT 1 FROM %<table>s WHERE %<same>s)"
      BEGINS_IN = [ "CREATE DATABASE %s", "USE DATABASE %s" ].freeze
      RUNS_FILE = "!source %s"

      # With the keys that lead to it.
      def dropped(kind, name, table: nil, if_there: false) = kind == "table" ? "#{super} CASCADE" : super

      # Within one base, to more room.
      def retypes?(old, new, way) = way == :kept && old["base"] == new["base"]

      def identifier_limit = 255
      def given_schema?(name) = name.casecmp?("public")
      def reserved_words = RESERVED
      def writer_class = Writer
      def dialect_class = Dialect
      def catalog_reader = CatalogReader
      def practice = Practice
      def identity_type = "number(10,0)"

      # A backslash begins an escape in a text.
      def literal(text) = super(text.gsub("\\") { "\\\\" })

      private

      def logical_name(native)
        arguments = native.fetch("arguments", [])
        return super unless native["base"] == "number" && arguments.last == 0

        WHOLE.find { |digits, _| arguments.first <= digits }&.last || (arguments.first == 38 ? "big_integer" : super)
      end

      def spelt(type)
        WHOLE_NUMBERS.include?(type["base"]) ? Metamodel::NativeType.of("number", arguments: [ 38, 0 ]) : super
      end
    end
  end
end

require_relative "writer"
require_relative "dialect"
require_relative "catalog_reader"
require_relative "practice"

Kelvath::Platforms.register(Kelvath::Platforms::Snowflake.new)
