# frozen_string_literal: true

module Kelvath
  module Intake
    # The stars of a warehouse: tables of facts, each with the dimensions that it is looked at by. A fact refers to two
    # tables or more, nothing refers to it, and it has a number that is no part of its keys (R. Kimball, "The Data
    # Warehouse Toolkit", chapter 1).
    class Stars
      NUMBERS = %w[integer small_integer big_integer decimal float].freeze
      LEAST = 2 # tables that a fact refers to

      def initialize(model, design_id)
        @model = model
        @tables = Metamodel::Design.tables(model, design_id)
        @platform = Platforms.fetch(model.fetch(design_id, :design).platform)
        @targets = @tables.to_h do |table|
          [ table.id, model.children(table.id, :foreign_key).map(&:target_table_id).uniq - [ table.id ] ]
        end
      end

      # [[fact, [dimension, …]], …], as Tables, by name; dimensions with what they refer to themselves.
      def all
        referred = @targets.values.flatten.to_set
        facts = @tables.reject { |table| table.outside || referred.include?(table.id) }
                       .select { |table| @targets[table.id].size >= LEAST && measured?(table) }
        facts.sort_by(&:name).map { |fact| [ fact, reached(fact) ] }
      end

      private

      def measured?(table)
        keys = %i[key foreign_key].flat_map { |kind| @model.children(table.id, kind).flat_map(&:column_ids) }
        (@model.children(table.id, :column).map(&:id) - keys).any? do |id|
          NUMBERS.include?(@platform.logical_type(@model.fetch(id).native_type)[:type])
        end
      end

      def reached(fact)
        found, left = [], @targets[fact.id].dup
        until left.empty?
          id = left.shift
          next if found.include?(id) || id == fact.id

          found << id
          left.concat(@targets.fetch(id, []))
        end
        found.map { |id| @model.fetch(id) }.sort_by(&:name)
      end
    end
  end
end
