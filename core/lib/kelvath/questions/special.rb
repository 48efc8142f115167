# frozen_string_literal: true

module Kelvath
  module Questions
    # Views of what is no kind: attributes as entities have them, cards, findings, the journal.
    class Special
      def initialize(model, standard, journal)
        @model, @standard, @journal = model, standard, journal
      end

      def views = [ held, cards, findings, journal ]

      private

      def held
        View.new(name: "held_attributes", about: "Attributes that entities have, inherited and migrated ones included",
                 columns: [ [ "entity_id", "id of the entity" ], [ "entity", "its name" ],
                            [ "name", "as it is called there" ],
                            [ "attribute_id", "id of the attribute whose value it is" ], [ "type", "its type" ],
                            [ "migrated", "1 or 0" ], [ "mandatory", "1 or 0" ], [ "primary_key", "1 or 0" ] ],
                 make: -> { @model.all(:entity).flat_map { |entity| held_by(entity) } })
      end

      def held_by(entity)
        Logical::KeyMigration.of(@model).held(entity.id).map do |held|
          [ entity.id, entity.name, held.name, held.origin&.id,
            held.origin && Prose::ValueWords.type(held.origin, @model).to_s,
            *[ held.migrated?, held.mandatory, held.primary ].map { |flag| flag ? 1 : 0 } ]
        end
      end

      def cards
        View.new(name: "cards", about: "What diagrams show",
                 columns: [ [ "diagram_id", "id of the diagram" ], [ "diagram", "its name" ],
                            [ "element_id", "id of what it shows" ], [ "element", "its name" ] ],
                 make: -> { @model.all(:diagram_node).map { |node| card(node) } })
      end

      def card(node)
        [ node.parent_id, @model[node.parent_id]&.name, node.element_id, @model[node.element_id]&.label(@model) ]
      end

      def findings
        View.new(name: "findings", about: "What is found wanting",
                 columns: [ [ "rule", "key of the rule" ], [ "weight", "error, warning or hint" ],
                            [ "holds", "what must hold" ],
                            [ "element_id", "id of what it is about" ], [ "element", "what it is about" ],
                            [ "message", "in a sentence" ], [ "put_aside", "1 or 0" ] ],
                 make: -> { rows(*Findings.parted(@model, Findings.of(@model, @standard))) })
      end

      def rows(standing, aside)
        [ *standing.map { |each| [ each, 0 ] }, *aside.keys.map { |each| [ each, 1 ] } ].map do |each, put|
          element = @model[each.element_id]
          [ each.check.key, each.check.weighs.to_s, each.check.holds, each.element_id,
            element && Describing.title(element, @model), each.message, put ]
        end
      end

      def journal
        View.new(name: "journal", about: "What was changed, by whom",
                 columns: [ [ "revision", "its number" ], [ "at", "when, in UTC" ], [ "person", "who" ],
                            [ "what", "in words" ] ],
                 make: @journal)
      end
    end
  end
end
