# frozen_string_literal: true

module Kelvath
  module Diagram
    # How wide cards can be that show other names than those they were placed with: as far as the next card beside them,
    # but never less than they are by their own names.
    class CardRooms
      GAP = 12 # drawing units that stay free between two cards

      # nodes: DiagramNodes; cards: Cards by their own names.
      def initialize(model, nodes, cards)
        @rects = nodes.filter_map { |node|
          element = model[node.element_id] or next
          card = cards.measured(element, width: node.width)
          [ node.id, Rect.new(node.x, node.y, card.width, card.height) ]
        }.to_h
        @by_left = @rects.values.sort_by(&:left)
      end

      # The greatest width of the card at a node; nil for any.
      def most(node)
        rect = @rects[node.id] or return
        first = @by_left.bsearch_index { |each| each.left >= rect.right } or return
        beside = @by_left.drop(first).find { |each| each.top < rect.bottom && each.bottom > rect.top }
        [ rect.width, beside.left - rect.left - GAP ].max if beside
      end
    end
  end
end
