# frozen_string_literal: true

module Kelvath
  module Transforming
    # Some attributes of an entity go to a new one, one to one with it.
    class Split < Transformation
      title "Split off attributes"

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :entity && model.children(elements.first.id, :attribute).size > 1
      end

      def self.arguments(model, elements)
        entity = elements.first
        [ Argument.new(name: :name, type: :name, label: "Name of the new entity",
                       value: Editing::Entities.free_entity_name(model, "#{entity.name} Detail")),
          Argument.new(name: :attributes, type: :attributes, label: "Attributes that go there") ]
      end

      private

      def perform
        attributes = given_attributes
        identifying = model.children(element.id, :identifier).select(&:primary).flat_map(&:member_ids)
        kept = attributes.find { |each| identifying.include?(each.id) }
        refuse("#{kept.name} identifies #{element.name} and has to stay.", field: :attributes) if kept

        made = entity_beside(element, entity_name(arguments[:name], "#{element.name} Detail"))
        optional = attributes.none?(&:mandatory)
        draft.add(:relationship, from_id: element.id, to_id: made.id, phrase: "be detailed by",
                                 inverse_phrase: "detail", identifying: true,
                                 to_least: optional ? 0 : 1, to_most: 1)
        attributes.each { |attribute| move(attribute, made.id) }
      end
    end

    # Two entities become one: attributes, relationships and subtypes of the second go to the first.
    class Merge < Transformation
      title "Merge the second into the first"

      def self.offered?(_model, elements) = elements.size == 2 && elements.all? { |each| each.kind == :entity }

      private

      def perform
        refuse("Two different entities can be merged.") unless elements.uniq.size == 2
        first, second = elements
        drop_links_between(first, second)
        moved = model.children(second.id, :attribute).to_h do |attribute|
          [ attribute.id, merge_attribute(attribute, first, second) ]
        end
        relink(first, second)
        take_identifiers(first, second, moved)
        draft.set(first.id, definition: [ first.definition, second.definition ].reject(&:empty?).uniq.join(" "),
                  tag_ids: first.tag_ids | second.tag_ids)
        draft.remove(second.id)
      end

      def drop_links_between(first, second)
        model.referrers(second.id, :relationship).select { |link| [ link.from_id, link.to_id ]
          .sort == [ first.id, second.id ].sort }.each { |link| draft.remove(link.id) }
      end

      # The same name and the same type is the same attribute.
      def merge_attribute(attribute, first, second)
        same = model.children(first.id, :attribute).find { |each| each.name.casecmp?(attribute.name) }
        if same && Logical::ValueType.of(same, model).to_s == Logical::ValueType.of(attribute, model).to_s
          return same.id
        end

        last = model.children(first.id, :attribute).last
        draft.add(:attribute, parent_id: first.id, **attribute.values,
                              name: same ? free_name(first.id, "#{second.name} #{attribute.name}") : attribute.name,
                              position: (last&.position || 0.0) + 1.0).id
      end

      def relink(first, second)
        model.referrers(second.id, :relationship).each do |link|
          draft.set(link.id,
                    **%i[from_id to_id].select { |side| link[side] == second.id }.to_h { |side| [ side, first.id ] })
        end
        model.referrers(second.id, :subtype_group).each do |group|
          draft.set(group.id, subtype_ids: (group.subtype_ids.map { |id| id == second.id ? first.id : id } -
                                            [ group.parent_id ]).uniq)
        end
      end

      # The first keeps its primary identifier; those of the second become alternates.
      def take_identifiers(first, second, moved)
        model.children(second.id, :identifier).each do |identifier|
          members = identifier.member_ids.map { |id| moved[id] }
          if members.empty? || members.any?(&:nil?) ||
             model.children(first.id, :identifier).any? { |each| each.member_ids.sort == members.sort }
            next
          end

          primary = model.children(first.id, :identifier).none?(&:primary)
          draft.add(:identifier, parent_id: first.id, name: primary ? "Primary" : "", primary:, member_ids: members)
        end
      end
    end

    # An entity that is little more than a value becomes an attribute of those that refer to it.
    class EntityToAttribute < Transformation
      title "Turn into an attribute"

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :entity && children_of(model, elements.first).any?
      end

      # The relationships in which it is the parent.
      def self.children_of(model, entity)
        model.referrers(entity.id, :relationship).select do |link|
          Logical::Cardinality.parent_id(link) == entity.id && !Logical::Cardinality.recursive?(link)
        end
      end

      private

      def perform
        others = model.referrers(element.id, :relationship) - self.class.children_of(model, element)
        refuse("#{element.name} itself depends on others; it cannot become a mere value.") if others.any?
        value = value_attribute
        self.class.children_of(model, element).each { |link| add_value(link, value) }
        draft.remove(element.id)
      end

      # The attribute that stands for the entity: the one that identifies it, or the only one.
      def value_attribute
        own = model.children(element.id, :attribute)
        named = own.find { |each| each.name.match?(/\bname\z|\btitle\z/i) }
        unless own.one? || named
          refuse("#{element.name} has #{own.size} attributes; only one with a single value, or a name, can become an " \
                 "attribute.")
        end

        named || own.first
      end

      def add_value(link, value)
        child = Logical::Cardinality.child_id(link)
        name = link.role_name.empty? ? element.name : "#{link.role_name} #{element.name}"
        added = Editing::Attributes.add(draft, child, free_name(child, name),
                                        **value.values.except(:name, :position, :mandatory),
                                        mandatory: Logical::Cardinality.mandatory_parent?(link))
        Editing::Attributes.identify(draft, added.id, true) if link.identifying
      end
    end
  end
end
