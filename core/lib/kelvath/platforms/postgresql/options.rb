# frozen_string_literal: true

module Kelvath
  module Platforms
    # What elements of a design can say in PostgreSQL beyond the standard.
    class Postgresql::Options
      METHODS = %w[hash gin gist spgist brin].freeze
      FILL = { name: "fill factor", type: :number,
               changes: [ "ALTER TABLE %<table>s SET (fillfactor=%<value>s)",
                          "ALTER TABLE %<table>s RESET (fillfactor)" ],
               at: :tail, as: "fillfactor=%s", group: "WITH (%s)",
               explanation: "How full its pages are made, in hundredths; the rest is room for changes." }.freeze
      TABLESPACE = { name: "tablespace", type: :name,
                     changes: [ "ALTER TABLE %<table>s SET TABLESPACE %<value>s",
                                "ALTER TABLE %<table>s SET TABLESPACE pg_default" ], at: :tail, as: "TABLESPACE %s",
                     explanation: "Where on disk it is kept." }.freeze

      SPREAD = { "range" => "Its rows are spread over partitions by ranges of these columns.",
                 "list" => "Its rows are spread over partitions by lists of values of this column.",
                 "hash" => "Its rows are spread over partitions evenly." }.freeze

      def self.spread(kind, way, explanation)
        Option.new(name: "partition by #{way}", of: kind, type: :sql, at: :tail, explanation:,
                   as: "PARTITION BY #{way.upcase} (%s)")
      end
      private_class_method :spread

      ALL = [
        Option.new(name: "numbering", of: :column, type: :choice, since: "10", values: %w[always],
                   explanation: "The database gives the number always, and refuses one that is given."),
        Option.new(name: "numbered by", of: :column, type: :name, since: "10", at: :identity, as: "SEQUENCE NAME %s",
                   group: "(%s)",
                   explanation: "The sequence that counts, if it is not called by the table and the column."),
        Option.new(of: :key, **Platform::DEFERRAL),
        Option.new(name: "nulls not distinct", of: :key, type: :flag, since: "15", at: :words, as: "NULLS NOT DISTINCT",
                   explanation: "Two rows without a value are alike too."),
        Option.new(name: "match full", of: :foreign_key, type: :flag, at: :match, as: "MATCH FULL",
                   explanation: "All of its columns have a value, or none."),
        Option.new(name: "not valid", of: :foreign_key, type: :flag, at: :tail, as: "NOT VALID",
                   explanation: "Rows that are there already are not looked at."),
        Option.new(name: "no inherit", of: :check, type: :flag, at: :tail, as: "NO INHERIT",
                   explanation: "Tables that inherit do without it."),
        Option.new(name: "materialized", of: :view, type: :flag, at: :words, as: "MATERIALIZED",
                   explanation: "Its rows are kept, and made anew when somebody says so."),
        Option.new(name: "security barrier", of: :view, type: :flag, at: :head, as: "security_barrier=true",
                   group: "WITH (%s)", explanation: "No function sees a row before the view's conditions have."),
        Option.new(name: "check option", of: :view, type: :choice, values: %w[local cascaded], at: :tail,
                   as: { "local" => "\nWITH LOCAL CHECK OPTION", "cascaded" => "\nWITH CASCADED CHECK OPTION" },
                   explanation: "Rows written through it must show in it."),
        Option.new(name: "unlogged", of: :table, type: :flag, at: :words, as: "UNLOGGED",
                   changes: [ "ALTER TABLE %<table>s SET UNLOGGED", "ALTER TABLE %<table>s SET LOGGED" ],
                   explanation: "Its rows are lost in a crash, and written faster."),
        Option.new(name: "inherits", of: :table, type: :sql, at: :inherits, as: "INHERITS (%s)", changes: [ nil, nil ],
                   explanation: "The tables whose columns and checks it has, too; its rows show among theirs."),
        *SPREAD.map { |way, explanation| spread(:table, way, explanation) },
        *SPREAD.map { |way, explanation| spread(:partition, way, explanation) },
        Option.new(of: :table, **FILL), Option.new(of: :table, **TABLESPACE),
        Option.new(of: :partition, **FILL), Option.new(of: :partition, **TABLESPACE),
        Option.new(name: "method", of: :index, type: :choice, values: METHODS, at: :method, as: "USING %s",
                   explanation: "How the index is kept, if not as a tree."),
        Option.new(name: "nulls not distinct", of: :index, type: :flag, since: "15", at: :tail,
                   as: "NULLS NOT DISTINCT", explanation: "Two rows without a value are alike too."),
        Option.new(of: :index, **FILL), Option.new(of: :index, **TABLESPACE)
      ].freeze
    end
  end
end
