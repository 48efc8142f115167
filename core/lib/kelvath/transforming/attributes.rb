# frozen_string_literal: true

module Kelvath
  module Transforming
    # Attributes go along a relationship to the entity at its other end.
    class MoveAttributes < Transformation
      title "Move attributes along it"

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :relationship &&
          [ elements.first.from_id, elements.first.to_id ].any? { |id| model.children(id, :attribute).any? }
      end

      def self.arguments(model, elements)
        link = elements.first
        choices = [ link.from_id, link.to_id ].uniq.flat_map do |id|
          model.children(id, :attribute).map do |attribute|
            [ "#{model.fetch(id).name} · #{attribute.name}", attribute.id ]
          end
        end
        [ Argument.new(name: :attributes, type: :attributes, label: "Attributes that go to the other end", choices:) ]
      end

      private

      def perform
        refuse("An entity cannot give attributes to itself.") if Logical::Cardinality.recursive?(element)
        given_attributes.each do |attribute|
          unless ends.include?(attribute.parent_id)
            refuse("#{attribute.name} is not of this relationship's entities.", field: :attributes)
          end

          move(attribute, ends.find { |id| id != attribute.parent_id })
        end
      end

      def ends = [ element.from_id, element.to_id ]
    end

    # An attribute becomes an entity of its own, to which its owner refers.
    class AttributeToEntity < Transformation
      title "Turn into an entity"

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :attribute && model[elements.first.parent_id]&.kind == :entity
      end

      def self.arguments(model, elements)
        [ Argument.new(name: :name, type: :name, label: "Name of the entity",
                       value: Editing::Entities.free_entity_name(model, elements.first.name)) ]
      end

      private

      def perform
        owner = model.fetch(element.parent_id)
        made = entity_beside(owner, entity_name(arguments[:name], element.name), definition: element.definition)
        name = draft.add(:attribute, parent_id: made.id, **element.values, name: "Name", mandatory: true,
                         surrogate: false, definition: "", position: 1.0)
        draft.add(:identifier, parent_id: made.id, name: "Primary", primary: true, member_ids: [ name.id ])
        draft.add(:relationship, from_id: made.id, to_id: owner.id, from_least: mandatory? ? 1 : 0, phrase: "describe",
                  inverse_phrase: "be described by", identifying: identifies?)
        draft.remove(element.id)
      end

      def mandatory? = element.mandatory || identifies?

      def identifies?
        @identifies ||= model.children(element.parent_id, :identifier).any? do |each|
          each.primary && each.member_ids.include?(element.id)
        end
      end
    end

    # Phone 1, Phone 2, Phone 3 become an entity Phone with a number of its own.
    class Unrepeat < Transformation
      title "Turn a repeated group into an entity"
      NUMBERED = /\A(.*\D)\s*(\d+)\z/

      def self.offered?(model, elements)
        elements.one? && elements.first.kind == :entity && stems(model, elements.first).any?
      end

      # { "Phone" => [attribute, …] } of numbered attributes that stand at least twice.
      def self.stems(model, entity)
        groups = model.children(entity.id, :attribute).select { |each| each.name.match?(NUMBERED) }.group_by do |each|
          each.name[NUMBERED, 1].strip
        end
        groups.select { |_, list| list.size > 1 }
      end

      def self.arguments(model, elements)
        stems = self.stems(model, elements.first)
        choices = stems.map { |stem, list| [ "#{stem} (#{list.size})", stem ] }
        [ Argument.new(name: :stem, type: :choice, label: "Group", choices:, value: stems.keys.first) ]
      end

      private

      def perform
        stems = self.class.stems(model, element)
        stem = arguments[:stem].to_s.empty? ? stems.keys.first : arguments[:stem]
        list = stems[stem] || refuse("#{element.name} has no numbered attributes called “#{stem}”.", field: :stem)
        made = entity_beside(element, entity_name(nil, "#{element.name} #{stem}"))
        number = draft.add(:attribute, parent_id: made.id, name: "Number", type: "small_integer", mandatory: true,
                           position: 1.0, least_value: "1", most_value: list.size.to_s)
        draft.add(:attribute, parent_id: made.id, **list.first.values, name: stem, mandatory: true, position: 2.0)
        draft.add(:identifier, parent_id: made.id, name: "Primary", primary: true, member_ids: [ number.id ])
        draft.add(:relationship, from_id: element.id, to_id: made.id, phrase: "have", inverse_phrase: "belong to",
                  identifying: true, to_least: list.count(&:mandatory).clamp(0, 1), to_most: nil)
        list.each { |attribute| draft.remove(attribute.id) }
      end
    end
  end
end
