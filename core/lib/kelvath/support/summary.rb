# frozen_string_literal: true

module Kelvath
  # How much of what there is, in the order in which people ask for it.
  module Summary
    NAMES = %w[tables columns primary_keys foreign_keys indexes views].freeze

    module_function

    # Counts of a change's additions or a model's elements: { "tables" => 3, … }
    def of(source)
      elements = source.is_a?(Model) ? source.elements.values : source.additions
      kinds = elements.group_by(&:kind).transform_values(&:size)
      primary = elements.count { |element| element.kind == :key && element.primary }
      NAMES.zip([ kinds[:table], kinds[:column], primary, kinds[:foreign_key], kinds[:index],
                  kinds[:view] ].map(&:to_i)).to_h
    end

    # The same of a catalog.
    def of_catalog(catalog)
      tables = catalog.tables
      NAMES.zip([ tables.size, tables.sum { |table| table.columns.size },
                  tables.count { |table| table.keys.any?(&:primary) },
                  tables.sum { |table| table.foreign_keys.size }, tables.sum { |table| table.indexes.size },
                  catalog.views.size ]).to_h
    end

    # "tables=3 columns=20 …"
    def line(counts) = counts.map { |name, count| "#{name}=#{count}" }.join(" ")
  end
end
