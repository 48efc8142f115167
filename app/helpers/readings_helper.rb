# frozen_string_literal: true

# What was found in scripts.
module ReadingsHelper
  COUNTED = %i[tables columns primary_keys foreign_keys indexes views].freeze

  def reading_counts(result) = result.counts.slice(*COUNTED).transform_keys(&:to_s)

  # [[what it is, its name, how many columns, the line it begins on], …], in the order of the script.
  def reading_things(result)
    catalog = result.catalog
    lists = { "table" => catalog.tables, "view" => catalog.views, "sequence" => catalog.sequences,
              "type" => catalog.enumerations, "routine" => catalog.routines }
    things = lists.flat_map do |kind, list|
      list.map do |each|
        [ kind, each.title, (each.columns.size if kind == "table"), result.lines.fetch(each, [ nil, 0 ]).last ]
      end
    end
    things.sort_by { |thing| [ thing.last, thing[1] ] }
  end
end
