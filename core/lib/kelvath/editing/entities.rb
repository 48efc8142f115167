# frozen_string_literal: true

module Kelvath
  module Editing
    # Making entities, with their cards on the diagrams that show the whole model.
    module Entities
      module_function

      # Adds an entity to a draft and puts its card on every diagram of the concept and logical stage.
      # place: { diagram id => [x, y] }, the card's upper left corner; other diagrams find a free spot.
      def add(draft, name, place: {}, **values)
        field = Metamodel::Entity.fetch_field(:name)
        entity = draft.add(:entity, name: field.parse(name), **values)
        stages = draft.model.all(:diagram).reject { |diagram| diagram.stage == "physical" }
        stages.each { |diagram| Diagrams.put(draft, diagram, entity, at: place[diagram.id]) }
        entity
      end

      # The name, or with 2, 3 … behind it: one that no attribute of the entity has.
      def free_name(model, entity_id, name)
        taken = Logical::KeyMigration.of(model).held(entity_id).map { |held| held.name.downcase }
        [ name, *(2..(taken.size + 2)).map { |number| "#{name} #{number}" } ].find do |each|
          !taken.include?(each.downcase)
        end
      end

      # The same among the entities of a model.
      def free_entity_name(model, name)
        taken = model.all(:entity).map { |entity| entity.name.downcase }
        [ name, *(2..(taken.size + 2)).map { |number| "#{name} #{number}" } ].find do |each|
          !taken.include?(each.downcase)
        end
      end

      # The id of the domain of that name. Raises InvalidValue naming what is known.
      def domain_named(model, name)
        found = model.all(:domain).find { |domain| domain.name.casecmp?(name) }
        return found.id if found

        known = model.all(:domain).map(&:name).sort.join(", ")
        raise InvalidValue.new(
          "There is no domain “#{name}”#{known.empty? ? '; make one first' : "; known are #{known}"}.",
          field: :domain_id, value: name
        )
      end
    end
  end
end
