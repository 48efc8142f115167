# frozen_string_literal: true

module Kelvath
  module Merging
    # Both sides drawn, what is the same at the same place, so that the eye finds what differs.
    class Picture
      MOST = 24 # cards, which can be read side by side
      AROUND = 14 # cards up to which those are drawn that do not differ, too
      ID = "drawn-side-by-side"

      # design_id: of the left side's design that is drawn; nil for the logical side, or the design that is compared.
      def initialize(comparison, ids:, design_id: nil)
        @comparison, @ids = comparison, ids
        @design_id = comparison.left.root_id || design_id
        @kind = @design_id ? :table : :entity
      end

      # { id of a card on the left side, or in its ids => :changed, :left_only or :right_only }
      def marks
        @marks ||= begin
          wording = Wording.new(@comparison)
          @comparison.differences.reject(&:drawn?).each_with_object({}) do |each, found|
            id, = wording.place(each)
            card = @comparison.left.elements[id] || @comparison.theirs[id]
            found[id] = way(found[id], each, id) if card&.kind == @kind && ours?(card)
          end
        end
      end

      # How many cards differ and are not drawn.
      def left_out = (marks.keys - places.keys).size

      # The Diagram::Scenes of both sides, nil for one that has nothing to draw.
      def scenes
        [ scene(@comparison.left, @design_id) { |id| id if @comparison.left.elements.key?(id) },
          scene(@comparison.right, their_design) { |id| @comparison.original(id)&.id } ]
      end

      # The mark of a card, by its id on the right.
      def right_marks
        marks.filter_map { |id, mark| @comparison.original(id)&.then { |each| [ each.id, mark ] } }.to_h
      end

      private

      def way(known, difference, id)
        return known if %i[left_only right_only].include?(known)

        difference.id == id && difference.way != :changed && difference.way != :order ? difference.way : :changed
      end

      # Of the design that is drawn?
      def ours?(card) = @kind == :entity || card.parent_id == @design_id

      def their_design
        return unless @design_id

        @comparison.right.root_id || @comparison.original(@design_id)&.id
      end

      # { id => [x, y] }, in a model that has all of both sides.
      def places
        @places ||= begin
          coming = @comparison.differences.select { |each|
 each.way == :right_only && each.right.class.side != :drawing }
          draft = Draft.new(Taking.new(@comparison, coming.map(&:key), ids: @ids).result, ids: @ids)
          diagram = Editing::Diagrams.make(draft, name: "Compared", stage:, design_id: @design_id,
                                                  elements: drawn(draft.model))
          draft.model.children(diagram.id, :diagram_node).to_h { |node| [ node.element_id, [ node.x, node.y ] ] }
        end
      end

      def stage = @design_id ? "physical" : "logical"

      # What differs, most telling what is on both sides, and as far as there is room what it is joined with.
      def drawn(model)
        differing = marks.sort_by { |_, mark| mark == :changed ? 0 : 1 }.filter_map { |id, _| model[id] }.first(MOST)
        beside = differing.flat_map { |each| joined(model, each) }.uniq.filter_map { |id| model[id] } - differing
        differing + beside.first([ AROUND - differing.size, 0 ].max)
      end

      def joined(model, card)
        if @kind == :table
          return model.children(card.id, :foreign_key).filter_map(&:target_table_id) +
                 model.referrers(card.id, :foreign_key).map(&:parent_id)
        end

        model.referrers(card.id, :relationship).flat_map { |each| [ each.from_id, each.to_id ] }
      end

      def scene(side, design_id)
        shown = places.filter_map { |id, place| yield(id)&.then { |own| [ own, place ] } }
        return if shown.empty? || (@design_id && design_id.nil?)

        notation = @comparison.left.model.header.notation
        diagram = Metamodel::Diagram.new(id: ID, name: "Compared", design_id:, stage:,
                                         **(notation.empty? ? {} : { notation: }))
        nodes = shown.map.with_index do |(id, (x, y)), index|
          Metamodel::DiagramNode.new(id: "#{ID}-#{index}", parent_id: ID, element_id: id, x:, y:)
        end
        Diagram::Scene.of(side.model.updated(put: [ diagram, *nodes ], drop: []), ID)
      end
    end
  end
end
