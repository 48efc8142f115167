# frozen_string_literal: true

module Kelvath
  module Platforms
    # Oracle Database from 11.2 on.
    class Oracle < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "alters"

module Kelvath
  module Platforms
    class Oracle
      CHARACTERS = "length(%s)"
      TITLE = "Oracle"
      CHANGES = { "11.2" => "the oldest still met: names of 30 bytes, no numbering by itself",
                  "12.1" => "numbering by itself, invisible columns, defaults for nulls",
                  "12.2" => "names of 128 bytes, collation", "19" => "the usual one", "21" => "JSON as a type",
                  "23" => "booleans and vectors" }.freeze
      VERSIONS = CHANGES.keys.freeze
      ROUTINE_AGAIN = "CREATE OR REPLACE"
      ALTERS = Alters::WORDS
      NO_CYCLE = "NOCYCLE"
      ONCE = superclass::ONCE.merge("row" => :unless_there).freeze
      INSERT_ONCE = "INSERT INTO %<table>s (%<columns>s) SELECT %<values>s FROM dual WHERE NOT EXISTS " \
                    "(SELECT 1 FROM %<table>s WHERE %<same>s)"
      REFERRING = "CREATE TRIGGER %<name>s AFTER %<event>s ON %<table>s FOR EACH ROW\nBEGIN\n  %<does>s;\nEND;\n/"
      REFERRED = [ ":OLD.", ":NEW." ].freeze
      NO_COMMENT = "''"
      PROGRAM_END = ";\n/"
      NOTES = Alters::NOTES
      GENTLY = Alters::GENTLY
      FEATURES = superclass::FEATURES.except(:grants_passed, :nested_columns, :partial_indexes, :included_columns,
                                             :on_update, :stored_columns)
                                     .merge(identity: "12.1", virtual_columns: true, booleans: "23",
                                            long_names: "12.2", users_without_password: "18").freeze
      KEY_BYTES = 6398
      UNORDERED = %w[clob nclob blob bfile long json xmltype].freeze
      ACTIONS = [ "no action", "cascade", "set null" ].freeze
      OPTIONS = Options::ALL
      DATA_TYPES = DataTypes::ALL
      TYPES = superclass::TYPES.merge(
        "" => "varchar2(4000)", "text" => [ "varchar2(%l char)", "clob" ],
        "fixed_text" => [ "char(%l char)", "varchar2(%l char)", "char" ], "long_text" => "clob",
        "integer" => "number(10)", "small_integer" => "number(5)", "big_integer" => "number(19)",
        "decimal" => [ "number(%p,%s)", "number(%p)", "number" ], "float" => "binary_double",
        "boolean" => [ "boolean", "number(1)" ], "time" => "interval day to second",
        "zoned_time" => "timestamp with time zone", "interval" => "interval day to second", "uuid" => "raw(16)",
        "json" => [ "json", "clob" ]
      ).freeze
      WHOLE = { 1 => "boolean", 5 => "small_integer", 10 => "integer", 19 => "big_integer" }.freeze
      WHOLE_NUMBERS = %w[integer int smallint].freeze # number(38) by another name
      PLAIN_IDENTIFIER = /\A(?:[a-z][a-z0-9_$#]*|[A-Z][A-Z0-9_$#]*)\z/ # one case, whichever: it is folded

      # The SQL reference's appendix "Oracle SQL Reserved Words".
      RESERVED = %w[
        access add all alter and any as asc audit between by char check cluster column column_value comment compress
        connect create current date decimal default delete desc distinct drop else exclusive exists file float for from
        grant group having identified immediate in increment index initial insert integer intersect into is level like
        lock long maxextents minus mlslabel mode modify nested_table_id noaudit nocompress not nowait null number of
        offline on online option or order pctfree prior public raw rename resource revoke row rowid rownum rows select
        session set share size smallint start successful synonym sysdate table then to trigger uid union unique update
        user validate values varchar varchar2 view whenever where with
      ].to_set.freeze

      ASKS_FIRST = "23"
      RUNS_FILE = "@@%s"
      THERE = "-955, -1408, -1430, -1920, -1921, -2260, -2261, -2264, -2275".freeze # errors of what is there already
      GONE = "-942, -1418, -1918, -2289, -2443, -4043".freeze # and of what is not there
      ALTERED = [ "view", "routine", "trigger", "referential trigger" ].freeze

      # A block that passes over what is there; what can be replaced is.
      def guarded(statement, _name, _table)
        return [ statement.sql.sub(/\ACREATE (?!OR )/i, "CREATE OR REPLACE ") ] if ALTERED.include?(statement.kind)

        statement.kind == "row" ? nil : [ passing_over(statement.sql, THERE) ]
      end

      def dropped_guarded(kind, name, table) = passing_over(dropped(kind, name, table:), GONE)

      # With the constraints that lead to it.
      def dropped(kind, name, table: nil, if_there: false)
        return super if if_there && !asks_first?
        return super.sub("DROP SCHEMA", "DROP USER") + " CASCADE" if kind == "schema"

        kind == "table" ? "#{super} CASCADE CONSTRAINTS" : super
      end

      def passing_over(sql, errors)
        "BEGIN\n  EXECUTE IMMEDIATE #{literal(sql)};\nEXCEPTION WHEN OTHERS THEN\n  " \
          "IF SQLCODE NOT IN (#{errors}) THEN RAISE; END IF;\nEND;\n/"
      end
      private :passing_over, :dropped_guarded, :guarded

      # Within one base, to more room.
      def retypes?(old, new, way) = way == :kept && old["base"] == new["base"]

      def identifier_limit = supports?(:long_names) ? 128 : 30
      def reserved_words = RESERVED
      def writer_class = Writer

      # The client asks for values behind an ampersand, and ends a statement at an empty line.
      def client_settings(sqls)
        [ *("SET DEFINE OFF" if sqls.any? { |sql| sql.include?("&") }),
          *("SET SQLBLANKLINES ON" if sqls.any? { |sql| sql.match?(/\n[ \t]*\n/) }) ]
      end
      def dialect_class = Dialect
      def catalog_reader = CatalogReader
      def practice = Practice
      def identity_type = "number(10)"

      # interval day(2) to second(6) is known by its name alone.
      def data_type(base) = super(base.start_with?("interval") ? base.gsub(/\(\d+\)/, "") : base)

      private

      # Whole numbers are told by their digits, and 16 bytes are a uuid.
      def logical_name(native)
        arguments = native.fetch("arguments", [])
        return "uuid" if native["base"] == "raw" && arguments == [ 16 ]
        return super unless native["base"] == "number" && arguments.last == 0 && arguments.size == 2

        WHOLE.find { |digits, _| arguments.first <= digits }&.last || super
      end

      def spelt(type)
        return Metamodel::NativeType.of("number", arguments: [ 38, 0 ]) if WHOLE_NUMBERS.include?(type["base"])

        known = super
        type["base"].start_with?("interval") ? Metamodel::NativeType.of(type["base"]) : known
      end

      # number(10,0) is written number(10).
      def write_arguments(type)
        return super unless type["base"] == "number" && type["arguments"]&.last == 0 && type["arguments"].size == 2

        "(#{type['arguments'].first})"
      end

      def truth(text) = supports?(:booleans) ? text : { "true" => "1", "false" => "0" }.fetch(text.downcase)
    end
  end
end

require_relative "writer"
require_relative "dialect"
require_relative "catalog_reader"
require_relative "practice"

Kelvath::Platforms.register(Kelvath::Platforms::Oracle.new)
