# frozen_string_literal: true

module Kelvath
  module Findings
    # Readers of documents see diagrams by their names.
    class DiagramUnnamed < Check
      holds "Every diagram has a name that says what it shows."
      weighs :hint
      UNREAL = /\A(?:diagram|untitled|new diagram|new|copy(?: of .*)?)?\s*\d*\z/i

      looks_at :diagram
      heeds :diagram_node, :entity, :subject_area

      private

      def about(diagram)
        return [] unless diagram.name.strip.match?(UNREAL)

        name = suggestion(diagram)
        [ finding(diagram, "The diagram “#{diagram.name}” has no name that says what it shows.",
                  fix("Call it “#{name}”") { |draft| draft.set(diagram.id, name:) }) ]
      end

      # The subject area that most of its cards belong to, or its stage.
      def suggestion(diagram)
        areas = model.children(diagram.id, :diagram_node).filter_map { |node| model[node.element_id] }.select { |each|
          each.kind == :entity
        }.filter_map(&:subject_area_id)
        usual = areas.tally.max_by(&:last)&.first
        [ model[usual]&.name, diagram.stage.capitalize ].compact.join(", ").sub(/, ./, &:downcase)
      end
    end

    # What lies under another card cannot be read.
    class CardsOverlap < Check
      holds "No card lies on another."
      weighs :hint

      looks_at :diagram

      # The diagrams on which a card came, moved or grew.
      def concerned(change)
        nodes = change.touched(:diagram_node) + change.cards.flat_map { |id| model.referrers(id, :diagram_node) }
        @other = nodes.to_set(&:element_id)
        super + nodes.map(&:parent_id)
      end

      protected

      # { diagram id => { element id => Rect } }
      def rects = @rects ||= @previous ? @previous.rects.slice(*model.ids_of(:diagram)) : {}

      def same_look?(diagram) = model[diagram.id].equal?(diagram)

      private

      def about(diagram)
        rects[diagram.id] = rects_of(diagram)
        pair = pair_of(rects[diagram.id])
        return [] unless pair

        names = pair.map { |id| model[id].name }
        [ finding(diagram, "On #{diagram.name} the cards #{names.join(' and ')} lie on one another.",
                  fix("Move cards apart") { |draft| Kelvath::Diagram::Arranging.part(draft, diagram.id) }) ]
      end

      # Cards are measured anew only where they can be other than before.
      def rects_of(diagram)
        known = rects[diagram.id] if @previous&.same_look?(diagram)
        return Kelvath::Diagram::Boxes.rects(model, diagram.id) unless known && @other

        fresh = Kelvath::Diagram::Boxes.rects(model, diagram.id, among: @other)
        ids = model.children(diagram.id, :diagram_node).map(&:element_id)
        ids.to_h { |id| [ id, fresh[id] || known.fetch(id) ] }
      end

      # The first two that overlap, by sweeping from left to right.
      def pair_of(rects)
        open = []
        rects.sort_by { |_, rect| rect.left }.each do |id, rect|
          open.reject! { |_, other| other.right <= rect.left }
          hit = open.find { |_, other| other.overlaps?(rect) }
          return [ hit.first, id ] if hit

          open << [ id, rect ]
        end
        nil
      end
    end
  end
end
