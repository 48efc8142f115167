# frozen_string_literal: true

module Kelvath
  module Merging
    # Both sides drawn, what is the same at the same place, so that the eye finds what differs.
    class Picture
      MOST = 60 # cards
      LOOK = %i[notation detail types_shown migrated_shown optional_shown coloured_by].freeze
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

      # The diagram of the left side that shows most of what differs, nil if none is small enough.
      def known
        @known ||= @comparison.left.model.all(:diagram).select { |each|
          each.design_id == @design_id && (each.stage == "physical") == !@design_id.nil?
        }.max_by { |each| nodes(each).count { |node| marks.key?(node.element_id) } }
        @known if @known && nodes(@known).size <= MOST
      end

      def nodes(diagram) = @comparison.left.model.children(diagram.id, :diagram_node)

      # { id => [x, y] }, in a model that has all of both sides.
      def places
        @places ||= begin
          coming = @comparison.differences.select { |each| each.way == :right_only && each.right.class.side != :drawing }
          both = Taking.new(@comparison, coming.map(&:key), ids: @ids).result
          draft = Draft.new(both, ids: @ids)
          diagram = known ? copied(draft) : made(draft)
          draft.model.children(diagram.id, :diagram_node).to_h { |node| [ node.element_id, [ node.x, node.y ] ] }
        end
      end

      def copied(draft)
        shown = nodes(known).map { |node| node.element_id }
        more = (marks.keys - shown).first(MOST - shown.size)
        Editing::Diagrams.show(draft, known.id, more.select { |id| draft.model.key?(id) })
        known
      end

      def made(draft)
        drawn = marks.keys.first(MOST).filter_map { |id| draft.model[id] }
        Editing::Diagrams.make(draft, name: "Compared", stage: @design_id ? "physical" : "logical",
                                      design_id: @design_id, elements: drawn)
      end

      def scene(side, design_id)
        shown = places.filter_map { |id, place| yield(id)&.then { |own| [ own, place ] } }
        return if shown.empty? || (@design_id && design_id.nil?)

        look = known ? LOOK.to_h { |name| [ name, known[name] ] } : {}
        diagram = Metamodel::Diagram.new(id: ID, name: "Compared", design_id:,
                                         stage: @design_id ? "physical" : "logical", **look)
        nodes = shown.map.with_index do |(id, (x, y)), index|
          Metamodel::DiagramNode.new(id: "#{ID}-#{index}", parent_id: ID, element_id: id, x:, y:)
        end
        Diagram::Scene.of(side.model.updated(put: [ diagram, *nodes ], drop: []), ID)
      end
    end
  end
end
