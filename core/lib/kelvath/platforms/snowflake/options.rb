# frozen_string_literal: true

module Kelvath
  module Platforms
    # What elements of a design can say in Snowflake beyond the standard.
    class Snowflake::Options
      RELIED = { name: "relied on", type: :flag, at: :tail, as: "RELY",
                 explanation: "It is not kept; queries are worked out as if it were." }.freeze
      KINDS = %w[transient temporary].to_h { |each| [ each, each.upcase ] }.freeze
      DAYS = { name: "days of history", type: :number, at: :tail, as: "DATA_RETENTION_TIME_IN_DAYS = %s",
               explanation: "How long what was before can be asked for." }.freeze

      ALL = [
        Option.new(name: "kind", of: :table, type: :choice, values: KINDS.keys, at: :words, as: KINDS,
                   explanation: "Kept without a safety copy, or for a session only."),
        Option.new(name: "cluster by", of: :table, type: :sql, at: :tail, as: "CLUSTER BY (%s)",
                   explanation: "Rows that are alike in these are kept near each other."),
        Option.new(of: :table, **DAYS),
        Option.new(name: "change tracking", of: :table, type: :flag, at: :tail, as: "CHANGE_TRACKING = TRUE",
                   explanation: "What was changed since a time can be asked for."),
        Option.new(name: "schema evolution", of: :table, type: :flag, at: :tail, as: "ENABLE_SCHEMA_EVOLUTION = TRUE",
                   explanation: "Loading a file with further columns adds them."),
        Option.new(name: "collation", of: :column, type: :text, at: :type, as: "COLLATE %s",
                   explanation: "The order and likeness of its texts, such as en-ci."),
        Option.new(name: "first number", of: :column, type: :number, explanation: "Where its numbering begins."),
        Option.new(name: "step", of: :column, type: :number, explanation: "From one number to the next."),
        Option.new(name: "masking policy", of: :column, type: :name, at: :end, as: "MASKING POLICY %s",
                   explanation: "What others see in its place."),
        Option.new(of: :key, **Platform::DEFERRAL), Option.new(of: :key, **RELIED),
        Option.new(of: :foreign_key, **Platform::DEFERRAL), Option.new(of: :foreign_key, **RELIED),
        Option.new(name: "secure", of: :view, type: :flag, at: :words, as: "SECURE",
                   explanation: "Its text and what it is made from show to nobody else."),
        Option.new(name: "materialized", of: :view, type: :flag, at: :words, as: "MATERIALIZED",
                   explanation: "Its rows are kept.")
      ].freeze
    end
  end
end
