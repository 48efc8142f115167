# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # Tells at a glance what of a design was decided by hand: asked of each thing that is shown, so that it looks at
      # that alone. What Decisions tells of the whole design is the full account.
      class Marks
        # The digest of the base, and whether names lead: marks that have the same say the same.
        attr_reader :key

        # digest: of the base; base: { id => Element }; leads: as Decisions takes it.
        def initialize(digest, base, leads: false)
          @key = [ digest, leads ].freeze
          @base = base
          @leads = leads
        end

        # { field's name => value as it was derived } of what was decided of an element; {} for nothing, nil for one
        # that is there by hand.
        def of(element)
          base = @base[element.id] or return
          return {} if base.equal?(element) || base.values == element.values

          Parts.fields(element.class).reject { |field| same?(field, element, base) }
               .to_h { |field| [ field.name, base[field.name] ] }
        end

        # Is anything of it decided? What lies within something that is there by hand is not told apart.
        def decided?(element)
          found = of(element)
          found ? found.any? : @base.key?(element.parent_id) || element.kind == :table
        end

        # Is anything of a table decided beside its columns: itself, their order, its keys, indexes and the like?
        def table?(table, model)
          return true if decided?(table)
          return false unless @base.key?(table.id)

          others = %i[key foreign_key check index clause row].flat_map { |kind| model.children(table.id, kind) }
          others.any? { |each| decided?(each) } || gone?(table, model) || moved?(table, model)
        end

        private

        def same?(field, element, base)
          element[field.name] == base[field.name] || (field.name == :name && follows?(element))
        end

        # Is its name no decision?
        def follows?(element) = @leads || !(element.values[:name_fixed] || element.values[:source_id].to_s.empty?)

        # What was derived within each table: { table's id => [Element, …] }
        def within = @within ||= @base.each_value.group_by(&:parent_id)

        def gone?(table, model) = within.fetch(table.id, Model::NONE).any? { |each| !model.key?(each.id) }

        def moved?(table, model)
          derived = within.fetch(table.id, Model::NONE).select { |each| each.kind == :column }
                          .sort_by { |each| each.position || 0.0 }.map(&:id)
          today = model.children(table.id, :column).map(&:id)
          derived & today != today & derived
        end
      end
    end
  end
end
