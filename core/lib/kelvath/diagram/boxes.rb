# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where the cards of a diagram are and how large, without drawing lines.
    module Boxes
      module_function

      # { element id => Rect }; among: a Set of the elements that are wanted, nil for all.
      def rects(model, diagram_id, among: nil) = of(model, diagram_id, among:).transform_values(&:rect)

      # { element id => Scene::Box }; among: as above.
      def of(model, diagram_id, among: nil)
        cards = Cards.new(model, Style.of(model.fetch(diagram_id)))
        nodes = model.children(diagram_id, :diagram_node).select do |node|
          model.key?(node.element_id) && (among.nil? || among.include?(node.element_id))
        end
        nodes.to_h do |node|
          card = cards.measured(model.fetch(node.element_id), width: node.width)
          [ node.element_id, Scene::Box.new(id: node.element_id, node_id: node.id, rect: Rect.new(
            node.x, node.y, card.width, card.height
          ), card:, pinned: node.pinned) ]
        end
      end
    end
  end
end
