# frozen_string_literal: true

# What designs made at random can say on an engine: its types, values for its options, and which options go together.
module EngineDesigns
  module Sqlite
    VERSION = "3.45"
    TYPES = %w[int integer bigint text varchar(20) char(3) decimal(9,2) real blob boolean date].freeze
    UNSAID = [].freeze # options that no design here says
    STRICT_TYPES = %w[int integer text real blob].freeze
    SAMPLES = { [ :column, "collation" ] => %w[nocase rtrim] }.freeze

    module_function

    def types(table_options) = table_options["strict"] ? STRICT_TYPES : TYPES

    def fits(kind, options, facts)
      left = case kind
      when :table then ("without rowid" if facts[:number].zero?) # others refer to it
      when :column then [ *("autoincrement" if !facts[:key] || facts[:options]["without rowid"]),
                          *("collation" unless facts[:logical] == "text") ]
      end
      options.except(*left)
    end
  end

  module Postgresql
    VERSION = "15"
    TYPES = [ "integer", "smallint", "bigint", "text", "varchar(20)", "char(3)", "numeric(9,2)", "numeric(7)", "real",
              "double precision", "boolean", "date", "timestamp(3)", "timestamptz", "time", "timetz(2)", "interval",
              "interval day to second(3)", "uuid", "jsonb", "bytea", "bit(4)", "bit varying(9)", "inet", "integer[]",
              "varchar(9)[]", "daterange", "money", "xml", "point", "datemultirange" ].freeze
    SAMPLES = { [ :column, "collation" ] => %w[C POSIX], [ :table, "fill factor" ] => [ 50, 90 ],
                [ :index, "fill factor" ] => [ 70 ], [ :table, "tablespace" ] => [ "pier" ],
                [ :index, "tablespace" ] => [ "pier" ], [ :table, "partition by hash" ] => [ "id" ],
                [ :table, "partition by list" ] => [ "id" ], [ :table, "partition by range" ] => [ "id" ] }.freeze
    UNSAID = [].freeze
    PARTED = /\Apartition by/

    module_function

    def types(_table_options) = TYPES

    def fits(kind, options, facts)
      case kind
      when :table then table(options)
      when :column # said of numbered columns alone
        facts[:key] || !%w[text fixed_text].include?(facts[:logical]) ? {} : options.except("numbering", "numbered by")
      when :key then key(options, facts)
      when :foreign_key then foreign_key(options, facts)
      when :check then options.except(*("no inherit" if parted?(facts[:options])))
      when :index then index(options, facts)
      when :view then view(options)
      else options
      end
    end

    def parted?(options) = options.keys.any?(PARTED)

    # One way of parting; a parted table has no rows of its own, so that nothing is said of how they are kept.
    def table(options)
      parting = options.select { |name, _| name.match?(PARTED) }
      parting.empty? ? options : parting.first(1).to_h
    end

    # What is kept for good refers to nothing that is not.
    def foreign_key(options, facts)
      return if facts[:target].options["unlogged"] && !facts[:options]["unlogged"]

      options.except(*("not valid" if parted?(facts[:options])))
    end

    # Nothing refers to a key that is looked at late; parts have no numbered alternate keys without what parts them.
    def key(options, facts)
      return options.except("deferrable", "nulls not distinct") if facts[:primary]

      options unless parted?(facts[:options])
    end

    def index(options, facts)
      method = options["method"]
      options = options.except("method") unless method == "hash" && facts[:columns].one?
      # It makes an index unique, which only trees are, and no index of what is spread over parts without these.
      options = options.except("nulls not distinct") if options["method"] || parted?(facts[:options])
      options["method"] || parted?(facts[:options]) ? options.except("tablespace") : options
    end

    def view(options)
      return { "materialized" => true } if options["materialized"]

      options
    end
  end

  module Mariadb
    VERSION = "10.11"
    TYPES = [ "int", "int unsigned", "smallint", "bigint", "tinyint(1)", "varchar(20)", "char(3)", "decimal(9,2)",
              "decimal(5,0) unsigned", "float", "double", "date", "time(3)", "datetime", "datetime(6)", "timestamp",
              "year", "text", "mediumtext", "longtext", "varbinary(9)", "binary(4)", "blob", "longblob", "bit(4)",
              "enum('a','it''s')", "set('x','y')", "json", "uuid", "inet6", "inet4", "geometry", "point" ].freeze
    SAMPLES = { [ :table, "collation" ] => %w[utf8mb4_bin], [ :column, "collation" ] => %w[utf8mb4_unicode_ci],
                [ :table, "character set" ] => %w[latin1], [ :column, "character set" ] => %w[utf8mb3],
                [ :table, "first number" ] => [ 100 ], [ :table, "engine" ] => [ "MyISAM" ],
                [ :table, "partition by" ] => [ "HASH (id) PARTITIONS 4", "KEY (id) PARTITIONS 2" ] }.freeze
    UNSAID = [ [ :key, "first letters" ] ].freeze # keys here are numbers
    TEXTS = %w[text fixed_text long_text].freeze

    module_function

    # Places cannot be spread over parts.
    def types(table_options) = table_options["partition by"] ? TYPES - %w[geometry point] : TYPES

    def fits(kind, options, facts)
      case kind
      when :table then table(options, facts)
      when :column then column(options, facts)
      when :index then index(options, facts)
      when :key then options if facts[:primary] || !facts[:options]["partition by"]
      when :view then options.except(*("check option" if options["algorithm"] == "temptable"))
      when :foreign_key then alone?(facts[:options]) || alone?(facts[:target].options) ? nil : options
      else options
      end
    end

    # Foreign keys are between tables that InnoDB keeps whole.
    def alone?(options) = options.key?("engine") || options.key?("partition by")

    # What others refer to is kept by InnoDB, whole.
    def table(options, _facts)
      options = options.except("engine", "row format") if options["partition by"] || options["system versioning"]
      letters(options)
    end

    # Either of the two.
    def letters(options) = options["character set"] ? options.except("collation") : options

    def column(options, facts)
      return {} if facts[:key]

      options = options.except("invisible") if facts[:mandatory] && facts[:default].empty?

      options = options.except("set at each change") unless facts[:type]["base"].match?(/\A(timestamp|datetime)\z/) &&
                                                            !facts[:type].key?("arguments")
      TEXTS.include?(facts[:logical]) && !facts[:type]["base"].match?(/enum|set|json/) ?
        letters(options) : options.except("collation", "character set")
    end

    def index(options, facts)
      return options.except("kind") unless options["kind"] == "fulltext" && facts[:columns].all? { |each|
        %w[varchar char text].include?(each.native_type["base"])
      }

      options
    end
  end
end
