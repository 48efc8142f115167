# frozen_string_literal: true

module Kelvath
  module Transforming
    # A many-to-many relationship becomes an associative entity; what it carried goes there.
    class Resolve < Transformation
      title "Resolve into an associative entity"

      def self.offered?(_model, elements)
        elements.one? && elements.first.kind == :relationship && Logical::Cardinality.many_to_many?(elements.first)
      end

      def self.arguments(model, elements)
        names = [ elements.first.from_id, elements.first.to_id ].map { |id| model.fetch(id).name }
        [ Argument.new(name: :name, type: :name, label: "Name of the entity",
                       value: Editing::Entities.free_entity_name(model, names.join(" "))) ]
      end

      private

      def perform
        unless element.kind == :relationship && Logical::Cardinality.many_to_many?(element)
          refuse("Only a many-to-many relationship can be resolved.")
        end

        from, to = model.fetch(element.from_id), model.fetch(element.to_id)
        made = entity_beside(from, entity_name(arguments[:name], "#{from.name} #{to.name}"),
                             definition: element.definition)
        half(from, made, element.phrase, least: element.to_least, role: "")
        half(to, made, element.inverse_phrase, least: element.from_least, role: role(to))
        model.children(element.id, :attribute).each { |attribute| move(attribute, made.id) }
        draft.remove(element.id)
      end

      def half(parent, child, phrase, least:, role:)
        draft.add(:relationship, from_id: parent.id, to_id: child.id, identifying: true, role_name: role, phrase:,
                  inverse_phrase: phrase.empty? ? "" : "be of", to_least: least)
      end

      def role(to)
        element.role_name.empty? && Logical::Cardinality.recursive?(element) ? "Other #{to.name}" : element.role_name
      end
    end

    # Two entities get an associative entity between them.
    class Associate < Transformation
      title "Make an association of the two"

      def self.offered?(_model, elements) = elements.size == 2 && elements.all? { |each| each.kind == :entity }

      def self.arguments(model, elements)
        [ Argument.new(name: :name, type: :name, label: "Name of the entity",
                       value: Editing::Entities.free_entity_name(model, elements.map(&:name).join(" "))) ]
      end

      private

      def perform
        one, two = elements
        made = entity_beside(one, entity_name(arguments[:name], "#{one.name} #{two.name}"))
        [ one, two ].each { |parent| draft.add(:relationship, from_id: parent.id, to_id: made.id, identifying: true) }
      end
    end
  end
end
