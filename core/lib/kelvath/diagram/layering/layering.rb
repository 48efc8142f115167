# frozen_string_literal: true

module Kelvath
  module Diagram
    # The layered layout: every link downwards, from the end whose key migrates.
    module Layering
      module_function

      # [[upper id, lower id], …] of links (Scene::Link).
      def directed(model, links) = links.map { |link| direction(model, link) }

      # sizes: { id => [width, height] }; links: [[upper id, lower id], …] -> { id => [x, y] }
      def places(sizes, links)
        parts = Packing.components(sizes.keys, links)
        Packing.pack(parts.map { |ids| part(ids, sizes, links) })
      end

      # The end whose key migrates stands above.
      def direction(model, link)
        relationship = model[link.id]
        unless relationship&.kind == :relationship && Logical::Cardinality.parent_side(relationship) == :to
          return [ link.from_id, link.to_id ]
        end

        [ link.to_id, link.from_id ]
      end

      # Places of one connected part: { id => [x, y] }.
      def part(ids, sizes, links)
        member = ids.to_h { |id| [ id, true ] }
        graph = LayeredGraph.new(sizes.slice(*ids), links.select { |from, _| member.key?(from) })
        order = LayerOrder.new(graph).best
        LayerPlaces.new(graph, order).places
      end

      private_class_method :direction, :part
    end
  end
end
