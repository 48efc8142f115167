# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where the cards of a diagram are and how large, without drawing lines.
    module Places
      module_function

      # { element id => Rect }
      def rects(model, diagram_id) = boxes(model, diagram_id).transform_values(&:rect)

      # { element id => Scene::Box }
      def boxes(model, diagram_id)
        cards = Cards.new(model, Style.of(model.fetch(diagram_id)))
        model.children(diagram_id, :diagram_node).select { |node| model.key?(node.element_id) }.to_h do |node|
          card = cards.measured(model.fetch(node.element_id), width: node.width)
          [ node.element_id, Scene::Box.new(id: node.element_id, node_id: node.id, rect: Rect.new(node.x, node.y, card.width, card.height), card:, pinned: node.pinned) ]
        end
      end
    end
  end
end
