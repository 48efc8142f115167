# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQL Server from 2016 on, and its edition in the cloud.
    class Sqlserver < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "alters"

module Kelvath
  module Platforms
    class Sqlserver
      CHARACTERS = "len(%s)"
      TITLE = "SQL Server"
      CHANGES = { "2016" => "the oldest still met", "2017" => "nothing that a design says",
                  "2019" => "texts in UTF-8", "2022" => "ledgers", "2025" => "JSON and vectors as types",
                  "Azure" => "the cloud edition: always the newest" }.freeze
      VERSIONS = CHANGES.keys.freeze
      ROUTINE_AGAIN = "CREATE OR ALTER"
      ALTERS = Alters::WORDS
      NOTES = Alters::NOTES
      FEATURES = superclass::FEATURES.except(:deferrable, :nested_columns, :renames_followed)
                                     .merge(undone_whole: true, virtual_columns: true, columns_held: true,
                                            roles_within: true, defaults_apart: true).freeze
      FIRST_SCHEMA = "dbo"
      AROUND = [ [ "SET XACT_ABORT ON", "BEGIN TRANSACTION" ], [ "COMMIT" ] ].freeze
      PORT = 1433
      NULLS_ALIKE = true
      KEY_BYTES = 1700
      CHARACTER_BYTES = 2
      UNORDERED = %w[text ntext image xml json geometry geography].freeze
      ACTIONS = [ "no action", "cascade", "set null", "set default" ].freeze
      OPTIONS = Options::ALL
      DATA_TYPES = DataTypes::ALL
      TYPES = superclass::TYPES.merge(
        "" => "nvarchar(max)", "text" => [ "nvarchar(%l)", "nvarchar(max)" ],
        "fixed_text" => [ "nchar(%l)", "nvarchar(max)" ], "long_text" => "nvarchar(max)", "integer" => "int",
        "decimal" => [ "decimal(%p,%s)", "decimal(%p,0)", "decimal(38,10)" ], "float" => "float", "boolean" => "bit",
        "zoned_time" => "time", "timestamp" => "datetime2", "zoned_timestamp" => "datetimeoffset",
        "interval" => "nvarchar(40)", "binary" => "varbinary(max)", "uuid" => "uniqueidentifier",
        "json" => [ "json", "nvarchar(max)" ]
      ).freeze
      TRUTH = { "true" => "1", "false" => "0" }.freeze
      QUOTES = %w([ ]).freeze
      PLAIN_IDENTIFIER = /\A[A-Za-z_][A-Za-z0-9_]*\z/
      IDENTIFIER_UNIT = :characters
      BATCH_END = "GO"
      ALONE = %w[schema view routine trigger place default].freeze

      # Transact-SQL's "Reserved Keywords".
      RESERVED = %w[
        add all alter and any as asc authorization backup begin between break browse bulk by cascade case check
        checkpoint close clustered coalesce collate column commit compute constraint contains containstable continue
        convert create cross current current_date current_time current_timestamp current_user cursor database dbcc
        deallocate declare default delete deny desc disk distinct distributed double drop dump else end errlvl escape
        except exec execute exists exit external fetch file fillfactor for foreign freetext freetexttable from full
        function goto grant group having holdlock identity identity_insert identitycol if in index inner insert
        intersect into is join key kill left like lineno load merge national nocheck nonclustered not null nullif of
        off offsets on open opendatasource openquery openrowset openxml option or order outer over percent pivot plan
        precision primary print proc procedure public raiserror read readtext reconfigure references replication
        restore restrict return revert revoke right rollback rowcount rowguidcol rule save schema securityaudit select
        semantickeyphrasetable semanticsimilaritydetailstable semanticsimilaritytable session_user set setuser shutdown
        some statistics system_user table tablesample textsize then to top tran transaction trigger truncate try_convert
        tsequal union unique unpivot update updatetext use user values varying view waitfor when where while with
        within writetext
      ].to_set.freeze

      ADDED_LATER = %w[unchecked disabled].freeze
      ONCE = { "grant" => :harmless, "constraint" => :harmless, "row" => :unless_there }.freeze
      INSERT_ONCE = "INSERT INTO %<table>s (%<columns>s) SELECT %<values>s WHERE NOT EXISTS " \
                    "(SELECT 1 FROM %<table>s WHERE %<same>s)"
      BEGINS_IN = [ "CREATE DATABASE %s", "USE %s" ].freeze
      RUNS_FILE = ":r %s"
      ALTERED = %w[view routine trigger].freeze # CREATE OR ALTER, since 2016
      DOUBLED = 15_233 # the error of a property that is there

      # It looks first.
      def guarded(statement, name, table)
        return [ statement.sql.sub(/\ACREATE (?!OR )/i, "CREATE OR ALTER ") ] if ALTERED.include?(statement.kind)
        return [ doubled(statement.sql) ] if statement.kind == "comment"

        missing = missing(statement, name, table) or return
        body = statement.kind == "schema" ? "EXEC(#{wide(statement.sql)})" : statement.sql
        [ "IF #{missing}\nBEGIN\n#{body}\nEND" ]
      end

      # A condition that holds where something is not there.
      def missing(statement, name, table)
        own, in_table = wide(statement.name), "OBJECT_ID(#{wide(table)})"
        case statement.kind
        when "table" then "OBJECT_ID(#{wide(name)}, N'U') IS NULL"
        when "sequence" then "OBJECT_ID(#{wide(name)}, N'SO') IS NULL"
        when "schema" then "SCHEMA_ID(#{own}) IS NULL"
        when "role" then "DATABASE_PRINCIPAL_ID(#{own}) IS NULL"
        when "index"
          "NOT EXISTS (SELECT 1 FROM sys.indexes WHERE name = #{own} AND object_id = #{in_table})"
        when "foreign key"
          "NOT EXISTS (SELECT 1 FROM sys.foreign_keys WHERE name = #{own} AND parent_object_id = #{in_table})"
        end
      end

      # What ends a program's batch may be a semicolon, too.
      def as_kept(_kind, field, value) = field == :text ? value.to_s.strip.sub(/;\s*\z/, "") : super

      # A database is looked for first, too.
      def beginning_in(name, once: false)
        make, begin_in = super(name)
        [ once ? "IF DB_ID(#{wide(name.delete_prefix('[').delete_suffix(']'))}) IS NULL #{make}" : make, begin_in ]
      end

      def doubled(sql) = "BEGIN TRY\n#{sql}\nEND TRY\nBEGIN CATCH\nIF ERROR_NUMBER() <> #{DOUBLED} THROW\nEND CATCH"
      def wide(text) = literal(text.to_s).then { |literal| literal.start_with?("N") ? literal : "N#{literal}" }

      # The table may not be there either.
      def dropped(kind, name, table: nil, if_there: false)
        sql = super
        kind == "foreign key" && if_there ? "IF OBJECT_ID(#{wide(table)}) IS NOT NULL #{sql}" : sql
      end

      def identifier_limit = 128
      def given_schema?(name) = name.casecmp?("dbo")
      def reserved_words = RESERVED
      def writer_class = Writer
      def dialect_class = Dialect
      def catalog_reader = CatalogReader
      def practice = Practice
      def identity_type = "int"

      # Letters beyond ASCII are lost where the text is not said to have them.
      def literal(text) = text.ascii_only? ? super : "N#{super}"

      private

      # What is of any length is a long text; no more room is a text of its length.
      def logical_name(native)
        return super unless native["arguments"] == [ "max" ]

        super == "binary" ? "binary" : "long_text"
      end
    end
  end
end

require_relative "writer"
require_relative "dialect"
require_relative "catalog_reader"
require_relative "practice"

Kelvath::Platforms.register(Kelvath::Platforms::Sqlserver.new)
