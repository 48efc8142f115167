# frozen_string_literal: true

module Kelvath
  module Platforms
    # What elements of a design can say in Hive beyond the standard.
    class Hive::Options
      FORMATS = %w[orc parquet textfile avro rcfile sequencefile jsonfile].freeze
      RELIED = { name: "relied on", type: :flag, at: :tail, as: "RELY",
                 explanation: "It is not kept; queries are worked out as if it were." }.freeze

      ALL = [
        Option.new(name: "kind", of: :table, type: :choice, values: %w[external temporary], at: :words,
                   as: { "external" => "EXTERNAL", "temporary" => "TEMPORARY" },
                   explanation: "Its files belong to somebody else, or it lasts for a session only."),
        Option.new(name: "clustered by", of: :table, type: :sql, at: :tail, as: "CLUSTERED BY (%s)",
                   explanation: "Rows are spread over files by these."),
        Option.new(name: "sorted by", of: :table, type: :sql, at: :tail, as: "SORTED BY (%s)",
                   explanation: "The order of rows within such a file."),
        Option.new(name: "buckets", of: :table, type: :number, at: :tail, as: "INTO %s BUCKETS",
                   explanation: "How many files rows are spread over."),
        Option.new(name: "skewed by", of: :table, type: :sql, at: :tail, as: "SKEWED BY %s",
                   explanation: "Values so frequent that they get files of their own, such as (kind) ON ('car')."),
        Option.new(name: "row format", of: :table, type: :words, at: :tail, as: "ROW FORMAT %s",
                   explanation: "How a row of a text file is read, such as DELIMITED FIELDS TERMINATED BY ','."),
        Option.new(name: "stored as", of: :table, type: :choice, values: FORMATS, at: :tail,
                   as: FORMATS.to_h { |each| [ each, "STORED AS #{each.upcase}" ] },
                   explanation: "What its files are."),
        Option.new(name: "stored by", of: :table, type: :words, at: :tail, as: "STORED BY %s",
                   explanation: "What keeps it instead of files, such as ICEBERG."),
        Option.new(name: "location", of: :table, type: :text, at: :tail, as: "LOCATION %s",
                   explanation: "Where its files are."),
        Option.new(name: "table properties", of: :table, type: :words, at: :tail, as: "TBLPROPERTIES (%s)",
                   explanation: "What programs want to know of it, such as 'transactional'='true'."),
        Option.new(name: "parts", of: :column, type: :flag,
                   explanation: "Rows are kept in directories by its values: PARTITIONED BY."),
        Option.new(of: :key, **RELIED), Option.new(of: :foreign_key, **RELIED),
        Option.new(name: "materialized", of: :view, type: :flag, since: "3.0", at: :words, as: "MATERIALIZED",
                   explanation: "Its rows are kept.")
      ].freeze
    end
  end
end
