# frozen_string_literal: true

module Kelvath
  module Platforms
    # MariaDB with InnoDB, from version 10.5 on.
    class Mariadb < Platform
    end
  end
end

require_relative "data_types"
require_relative "options"
require_relative "alters"

module Kelvath
  module Platforms
    class Mariadb
      TITLE = "MariaDB"
      CHANGES = { "10.5" => "addresses of the net as types", "10.6" => "indexes that are ignored",
                  "10.11" => "uuid as a type, indexes that descend", "11.4" => "nothing that a design says",
                  "11.8" => "vectors" }.freeze
      VERSIONS = CHANGES.keys.freeze
      ROUTINE_AGAIN = "CREATE OR REPLACE"
      ALTERS = Alters::WORDS
      NOTES = Alters::NOTES
      GENTLY = Alters::GENTLY
      NUMBERING = [ "SET @number = 0", "UPDATE %<table>s SET %<name>s = (@number := @number + 1)" ].freeze
      EXAMPLES = superclass::EXAMPLES.merge(
        "year" => "202%<row>d", "inet4" => "'10.0.0.%<row>d'", "inet6" => "'::%<row>d'", "bit" => "%<row>d",
        "geometry" => "POINT(%<row>d, 1)", "point" => "POINT(%<row>d, 1)", "binary" => "x'0%<row>d'",
        "varbinary" => "x'0%<row>d'", "longblob" => "x'0%<row>d'", "mediumblob" => "x'0%<row>d'",
        "tinyblob" => "x'0%<row>d'", "time" => "'0%<row>d:30:00'"
      ).freeze
      PORT = 3306
      REFERRING = "CREATE TRIGGER %<name>s BEFORE %<event>s ON %<table>s FOR EACH ROW %<does>s"
      NO_CYCLE = "NOCYCLE"
      FEATURES = superclass::FEATURES.except(:renames_followed, :indexes_in_schema, :comments, :deferrable,
                                             :nested_columns, :partial_indexes, :included_columns,
                                             :foreign_keys_dropped)
                                     .merge(virtual_columns: true, descending_indexes: "10.8", checks: true,
                                            sequences: "10.3", foreign_keys_indexed: true).freeze
      DELIMITED = true
      ONCE = { "schema" => :if_not_exists, "table" => :if_not_exists, "sequence" => :if_not_exists,
               "index" => :if_not_exists, "role" => :if_not_exists, "view" => :or_replace, "routine" => :or_replace,
               "trigger" => :or_replace, "referential trigger" => :or_replace,
               "row" => :ignore, "foreign key" => :dropped_before,
               "grant" => :harmless }.freeze
      INSERT_ONCE = "INSERT IGNORE INTO"
      BEGINS_IN = [ "CREATE DATABASE %s", "USE %s" ].freeze
      DROPS_BETWEEN = [ "SET FOREIGN_KEY_CHECKS = 0", "SET FOREIGN_KEY_CHECKS = 1" ].freeze
      RUNS_FILE = "source %s"
      KEY_BYTES = 3072
      UNORDERED = %w[tinytext text mediumtext longtext tinyblob blob mediumblob longblob json].freeze
      # A key's restriction is what "no action" does; set default is refused.
      ACTIONS = [ "no action", "restrict", "cascade", "set null" ].freeze
      OPTIONS = (Options::COMMON + Options::OWN).freeze
      DATA_TYPES = (DataTypes::ALL + DataTypes::OWN).freeze
      ENUMERATION = "enum"
      TYPE_MODIFIERS = %w[unsigned zerofill signed].freeze
      TYPES = superclass::TYPES.merge(
        "" => "longtext", "text" => [ "varchar(%l)", "longtext" ],
        "fixed_text" => [ "char(%l)", "varchar(%l)", "char" ], "long_text" => "longtext", "integer" => "int",
        "decimal" => [ "decimal(%p,%s)", "decimal(%p,0)", "decimal" ], "float" => "double",
        "boolean" => "tinyint(1)", "zoned_time" => "time", "timestamp" => "datetime",
        "zoned_timestamp" => "timestamp", "interval" => "varchar(40)", "binary" => "longblob",
        "uuid" => [ "uuid", "char(36)" ]
      ).freeze
      WIDTHLESS = %w[tinyint smallint mediumint int bigint year].freeze # types whose width says nothing
      TRUTH = { "true" => "1", "false" => "0" }.freeze
      QUOTES = %w[` `].freeze
      PLAIN_IDENTIFIER = /\A[A-Za-z_][A-Za-z0-9_]*\z/
      IDENTIFIER_UNIT = :characters

      # The knowledge base's "Reserved Words".
      RESERVED = %w[
        accessible add all alter analyze and as asc asensitive before between bigint binary blob both by call cascade
        case change char character check collate column condition constraint continue convert create cross current_date
        current_role current_time current_timestamp current_user cursor database databases day_hour day_microsecond
        day_minute day_second dec decimal declare default delayed delete delete_domain_id desc describe deterministic
        distinct distinctrow div do_domain_ids double drop dual each else elseif enclosed escaped except exists exit
        explain false fetch float float4 float8 for force foreign from fulltext general grant group having high_priority
        hour_microsecond hour_minute hour_second if ignore ignore_domain_ids ignore_server_ids in index infile inner
        inout insensitive insert int int1 int2 int3 int4 int8 integer intersect interval into is iterate join key keys
        kill leading leave left like limit linear lines load localtime localtimestamp lock long longblob longtext loop
        low_priority master_heartbeat_period master_ssl_verify_server_cert match maxvalue mediumblob mediumint
        mediumtext middleint minute_microsecond minute_second mod modifies natural no_write_to_binlog not null numeric
        offset on optimize option optionally or order out outer outfile over page_checksum parse_vcol_expr partition
        position
        precision primary procedure purge range read read_write reads real recursive ref_system_id references regexp
        release rename repeat replace require resignal restrict return returning revoke right rlike row_number rows
        schema schemas second_microsecond select sensitive separator set show signal slow smallint spatial specific sql
        sqlexception sqlstate sqlwarning sql_big_result sql_calc_found_rows sql_small_result ssl starting
        stats_auto_recalc stats_persistent stats_sample_pages straight_join table terminated then tinyblob tinyint
        tinytext to trailing trigger true undo union unique unlock unsigned update usage use using utc_date utc_time
        utc_timestamp values varbinary varchar varcharacter varying when where while window with write xor year_month
        zerofill
      ].to_set.freeze

      # Tables that know what their rows were are only altered if that is allowed.
      def around_alteration(tables, gentle:)
        return unless tables.any? { |each| each.options["system versioning"] }

        [ [ "SET SESSION system_versioning_alter_history = KEEP" ],
          [ "SET SESSION system_versioning_alter_history = ERROR" ] ]
      end

      def identifier_limit = 64
      def reserved_words = RESERVED
      # Of a foreign key it says so.
      def dropped(kind, name, table: nil, if_there: false)
        kind == "foreign key" ? super.sub(" CONSTRAINT ", " FOREIGN KEY ") : super
      end

      def writer_class = Writer
      def catalog_reader = CatalogReader
      def dialect_class = Dialect
      def identity_type = "int"

      # A backslash begins an escape in a text.
      def literal(text) = super(text.gsub("\\") { "\\\\" })

      # The primary key of a table is always called PRIMARY.
      def nameless?(element) = element.kind == :key && element.primary

      # The catalog tells no difference between two actions, and writes numbers with as many places as their type has. A
      # collation says what characters it is for.
      def as_kept(kind, field, value)
        return options_as_kept(value) if field == :options

        case [ kind, field ]
        when %i[foreign_key on_delete], %i[foreign_key on_update] then value == "restrict" ? "no action" : value
        when %i[column default_value] then default_as_kept(value)
        when %i[trigger text] then Ddl::Alike.expression(value)
        when %i[routine text] then Ddl::Alike.body(value)
        else value
        end
      end

      def not_kept
        [ %i[check condition], %i[view query], %i[view column_names], %i[view comment], %i[schema comment],
          %i[column computed] ]
      end

      private

      # The server writes how rows are spread in words of its own.
      def options_as_kept(options)
        options = options.except("character set") if options["collation"]
        parts = options["partition by"]
        parts ? { **options, "partition by" => Ddl::Alike.expression(parts).gsub(/ engine = innodb\b/, "") } : options
      end

      # A column that was altered tells its default with other quotation marks than one that was made so.
      def default_as_kept(value)
        value.match?(/\A-?\d+\.\d+\z/) ? value.sub(/\.?0+\z/, "") : value.gsub("\\'", "''")
      end

      def logical_name(native)
        native["base"] == "tinyint" && native["arguments"] == [ 1 ] ? "boolean" : super
      end

      # bool is tinyint(1); other widths of whole numbers mean nothing.
      def spelt(type)
        return Metamodel::NativeType.of("tinyint", arguments: [ 1 ]) if %w[bool boolean].include?(type["base"])

        known = super
        base, arguments = known.values_at("base", "arguments")
        return known if arguments.nil? || !WIDTHLESS.include?(base) || (base == "tinyint" && arguments == [ 1 ])

        Metamodel::NativeType.sized(known, [])
      end
    end
  end
end

require_relative "writer"
require_relative "serving"
require_relative "spreading"
require_relative "catalog_reader"
require_relative "dialect"

Kelvath::Platforms.register(Kelvath::Platforms::Mariadb.new)
