# frozen_string_literal: true

module Kelvath
  module Transforming
    # An entity is decomposed into third normal form, from the dependencies that are stated of it.
    class Decompose < Transformation
      title "Decompose into third normal form"

      # What normal form an entity is in, by its stated dependencies and identifiers. names: held id => name.
      Report = Struct.new(:theory, :names, :decomposition, keyword_init: true) do
        # Sets of attributes as "A, B".
        def words(set) = set.map { |id| names.fetch(id, "?") }.sort.join(", ")
      end

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :entity && model.children(elements.first.id, :dependency).any?
      end

      # The Report on an entity. Its identifiers count as dependencies: they determine everything.
      def self.report(model, entity_id)
        held = Logical::KeyMigration.of(model).held(entity_id)
        names = held.to_h { |each| [ each.id, each.name ] }
        stated = model.children(entity_id, :dependency).map do |each|
          [ each.determinant_ids & names.keys, each.dependent_ids & names.keys ]
        end
        primary = held.select(&:primary).map(&:id)
        keys = [ primary, *model.children(entity_id, :identifier).reject(&:primary).map { |each|
          each.member_ids & names.keys
        } ].reject(&:empty?)
        theory = Logical::NormalForms.new(names.keys, stated + keys.map { |key| [ key, names.keys - key ] })
        Report.new(theory:, names:, decomposition: theory.synthesis)
      end

      private

      def perform
        report = self.class.report(model, element.id)
        refuse("#{element.name} is in third normal form already.") if report.theory.offending_third.empty?
        keep, *others = ordered(report)
        others.each { |relation| part(relation, report, keep) }
      end

      # The relation that keeps the entity's own identifier stays; it comes first.
      def ordered(report)
        report.decomposition.relations.sort_by { |relation| report.theory.superkey?(relation.attributes) ? 0 : 1 }
      end

      # Another relation becomes an entity that its determinant identifies; the old one refers to it.
      def part(relation, report, keep)
        own = relation.attributes.filter_map { |id| model[id] }.select do |each|
          each.kind == :attribute && each.parent_id == element.id
        end
        determinant = own.select { |each| relation.key.include?(each.id) }
        return if determinant.empty?

        base = determinant.first.name.sub(/\s+(id|number|code|reference|name)\z/i, "")
        made = entity_beside(element, entity_name(nil, base.casecmp?(element.name) ? "#{element.name} Part" : base))
        moved = own.reject { |each| keep.attributes.include?(each.id) && !relation.key.include?(each.id) }.to_h { |each|
          [ each.id, moved_copy(each, made) ]
        }
        draft.add(:identifier, parent_id: made.id, name: "Primary", primary: true,
                  member_ids: determinant.map { |each| moved.fetch(each.id).id })
        refer(made, determinant)
        own.each { |each| draft.remove(each.id) if model.key?(each.id) }
      end

      def moved_copy(attribute, made)
        last = model.children(made.id, :attribute).last
        draft.add(:attribute, parent_id: made.id, **attribute.values, position: (last&.position || 0.0) + 1.0)
      end

      # The determinant now migrates from the new entity; where it was part of the key, it identifies.
      def refer(made, determinant)
        primary = model.children(element.id, :identifier).select(&:primary).flat_map(&:member_ids)
        identifying = determinant.any? { |each| primary.include?(each.id) }
        draft.add(:relationship, from_id: made.id, to_id: element.id, identifying:,
                                 from_least: identifying || determinant.all?(&:mandatory) ? 1 : 0,
                                 phrase: "be of", inverse_phrase: "refer to")
      end
    end
  end
end
