# frozen_string_literal: true

module Kelvath
  module Joining
    # What a design has and a database, all of which was read as far as a scope goes, has not: it may be gone there, or
    # not be built yet.
    class Gone
      PLACED = %i[table view sequence routine enumeration].freeze
      KINDS = { table: "table", view: "view", sequence: "sequence", routine: "routine", enumeration: "type" }.freeze
      INNER = %i[column key foreign_key index check trigger clause partition].freeze
      SAID = "It is not there."

      def initialize(model, design, pairing, scope)
        @model, @design, @scope = model, design, scope
        @met = pairing.ids.values.to_set
        @words = Derivation::Again::Words.new(model, design, {})
      end

      # [Offer, …]
      def offers
        PLACED.flat_map { |kind| @model.children(@design.id, kind) }
              .reject { |each| each.values[:outside] }
              .flat_map { |each| @met.include?(each.id) ? inner(each) : whole(each) }
      end

      private

      def whole(element)
        schema, name = [ nil, *element.name_parts(@model) ].last(2)
        item = Intake::Item.new(kind: KINDS.fetch(element.kind), schema:, name:, owner: nil)
        @scope.takes?(item) ? [ offer(element, element) ] : []
      end

      def inner(element)
        INNER.flat_map { |kind| @model.children(element.id, kind) }.reject { |each| @met.include?(each.id) }
             .map { |each| offer(each, element) }
      end

      def offer(element, owner)
        Offer.new(key: "gone-#{element.id}", way: :gone, place: owner.kind == :table ? owner.label(@model) : "",
                  title: @words.title(element), said: SAID, removals: [ element.id ])
      end
    end
  end
end
