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

module Kelvath
  module Platforms
    class Sqlserver
      TITLE = "SQL Server"
      CHANGES = { "2016" => "the oldest still met", "2017" => "nothing that a design says",
                  "2019" => "texts in UTF-8", "2022" => "ledgers", "2025" => "JSON and vectors as types",
                  "Azure" => "the cloud edition: always the newest" }.freeze
      VERSIONS = CHANGES.keys.freeze
      FEATURES = superclass::FEATURES.except(:deferrable, :nested_columns).merge(virtual_columns: true).freeze
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
      ALONE = %w[schema view routine trigger].freeze

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

      def identifier_limit = 128
      def given_schema?(name) = name.casecmp?("dbo")
      def reserved_words = RESERVED
      def writer_class = Writer
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

Kelvath::Platforms.register(Kelvath::Platforms::Sqlserver.new)
