# frozen_string_literal: true

# What was found in scripts.
module ReadingsHelper
  COUNTED = %i[tables columns primary_keys foreign_keys indexes views].freeze

  def reading_counts(result) = result.counts.slice(*COUNTED).transform_keys(&:to_s)

  # [[where it stands or nil, what is said], …] of the remarks of a level, or of all others.
  def reading_remarks(result, warnings:)
    result.catalog.log.select { |each| (each.level == :warning) == warnings }.map { |each| [ each.line, each.message ] }
  end

  # What is said of a column beside its name and type.
  def column_said(column)
    [ ("mandatory" if column.mandatory), ("counts by itself" if column.identity),
      ("= #{column.computed}" if column.computed),
      ("default #{column.default_value}" unless column.default_value.empty?),
      (column.comment unless column.comment.to_s.empty?) ].compact.join(", ")
  end

  # [[what it is, its name, what it says], …] of a table's keys, foreign keys, indexes, checks and triggers.
  def table_said(table)
    table.keys.map { |key| [ key.primary ? "primary key" : "key", key.name, key.columns.join(", ") ] } +
      table.foreign_keys.map { |key|
        to = "#{key.target_title} (#{key.target_columns.join(', ')})"
        [ "foreign key", key.name, "#{key.columns.join(', ')} to #{to}" ]
      } +
      table.indexes.map { |index|
        [ index.unique ? "unique index" : "index", index.name, index.columns.join(", ").presence || index.expression ]
      } +
      table.checks.map { |check| [ "check", check.name, check.condition ] } +
      table.triggers.to_a.map { |trigger| [ "trigger", trigger.name, trigger.text.truncate(200) ] }
  end
end
