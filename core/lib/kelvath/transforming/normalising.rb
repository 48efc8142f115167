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

      # A relation of the decomposition as an entity. key: of attributes at hand; own: attribute at hand => id here;
      # parents: Part => the relationship through which its key comes.
      Part = Struct.new(:relation, :entity, :key, :own, :parents) do
        # The id that an attribute at hand has here, or nil.
        def place(id)
          own[id] || parents.each do |part, relationship|
            return "#{relationship.id}.#{part.place(id)}" if part.key.include?(id)
          end && nil
        end
      end

      def perform
        report = self.class.report(model, element.id)
        refuse("#{element.name} is in third normal form already.") if report.theory.in_the_way.empty?
        kept, *others = report.decomposition.relations.partition { |each|
          report.theory.superkey?(each.attributes)
        }.flatten(1)
        others.each { |relation| check_own(relation, report) }
        primary = model.children(element.id, :identifier).select(&:primary).flat_map(&:member_ids)
        parts = [ Part.new(kept, element, primary, {}, {}.compare_by_identity) ]
        parts.concat(others.map { |relation| begun(relation, kept) })
        parts.each { |part| refer(part, parts) }
        parts.each { |part| fill(part) }
        restate(parts)
        (parts.drop(1).flat_map { |part| part.own.keys } - parts.first.own.keys).uniq.each { |id| draft.remove(id) }
      end

      # What came through a relationship belongs to the entity it came from.
      def check_own(relation, report)
        come = relation.attributes.find { |id| model[id].nil? } or return
        refuse("#{report.words(relation.key)} decides #{report.words(relation.attributes - relation.key)}; " \
               "#{report.words([ come ])} comes through a relationship. Move what it decides to where it comes from.")
      end

      # A new entity, called after what decides in it; of several keys the one that the rest refers by.
      def begun(relation, kept)
        key = (relation.keys.find { |each| each.subset?(kept.attributes) } || relation.key).to_a
        base = model.fetch(key.first).name.sub(/\s+(id|number|code|reference|name)\z/i, "")
        base = "#{element.name} Part" if base.casecmp?(element.name)
        Part.new(relation, entity_beside(element, entity_name(nil, base)), key, {}, {}.compare_by_identity)
      end

      # A part refers to those whose key it holds, the largest first; where that is in its own key, it is identified
      # by them.
      def refer(part, parts)
        held = parts.drop(1).select { |other| !other.equal?(part) && referred?(part, other) }
        held.reject! { |other| held.any? { |larger| other.key.to_set.proper_subset?(larger.key.to_set) } }
        held.each do |other|
          identifying = (other.key - part.key).empty?
          sure = identifying || other.key.all? { |id| model.fetch(id).mandatory }
          part.parents[other] = draft.add(:relationship, from_id: other.entity.id, to_id: part.entity.id, identifying:,
                                          from_least: sure ? 1 : 0, phrase: "be of", inverse_phrase: "refer to")
        end
      end

      # Is the other's key held whole, either within the part's own key or beside it?
      def referred?(part, other)
        (other.key - part.relation.attributes.to_a).empty? &&
          ((other.key - part.key).empty? || (other.key & part.key).empty?)
      end

      # The attributes that do not come from a parent; those of the entity at hand stay as they are.
      def fill(part)
        own = model.children(element.id, :attribute).select { |each| part.relation.attributes.include?(each.id) }
        own.reject! { |each| part.parents.keys.any? { |parent| parent.key.include?(each.id) } }
        return own.each { |each| part.own[each.id] = each.id } if part.entity == element

        own.each { |each| part.own[each.id] = copied(each, part.entity).id }
        draft.add(:identifier, parent_id: part.entity.id, name: "Primary", primary: true,
                  member_ids: part.own.values_at(*part.key).compact)
      end

      def copied(attribute, entity)
        last = model.children(entity.id, :attribute).last
        draft.add(:attribute, parent_id: entity.id, **attribute.values, position: (last&.position || 0.0) + 1.0)
      end

      # What was stated of attributes goes with them, unless a key says it already.
      def restate(parts)
        model.children(element.id, :dependency).each do |each|
          sides = [ each.determinant_ids, each.dependent_ids ]
          part = parts.drop(1).find { |other| sides.flatten.all? { |id| other.relation.attributes.include?(id) } }
          home = part || parts.first
          determinant_ids, dependent_ids = sides.map { |ids| ids.map { |id| home.place(id) || id } }
          if part.nil?
            draft.set(each.id, determinant_ids:, dependent_ids:)
          else
            draft.remove(each.id)
            next if each.determinant_ids.sort == part.key.sort

            draft.add(:dependency, parent_id: part.entity.id, determinant_ids:, dependent_ids:)
          end
        end
      end
    end
  end
end
