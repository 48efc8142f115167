# frozen_string_literal: true

module Kelvath
  module Diagram
    # The layered layout, and what all layouts share: directions, connected parts, packing.
    module Layout
      COMPONENT_GAP = 70
      LEAST_SHEET = 900 # wide, in drawing units: what a small screen shows
      SHEET = 1.6 # width to height of the sheet that components are packed on

      module_function

      # [[upper id, lower id], …] of the links (Scene::Link) between boxes.
      def directed(model, links) = links.map { |link| direction(model, link) }

      # sizes: { id => [width, height] }; links: [[upper id, lower id], …] -> { id => [x, y] }
      def arrange(sizes, links)
        parts = components(sizes.keys, links)
        pack(parts.map { |ids| part(ids, sizes, links) })
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

      # Connected parts as lists of ids, the largest first.
      def components(ids, links)
        neighbours = Hash.new { |hash, id| hash[id] = [] }
        links.each { |from, to| neighbours[from] << to; neighbours[to] << from }
        seen = Set.new
        parts = ids.filter_map do |id|
          next if seen.include?(id)

          reach(id, neighbours, seen)
        end
        parts.sort_by { |part| [ -part.size, part.first ] }
      end

      def reach(start, neighbours, seen)
        seen << start
        found = [ start ]
        found.each { |id| neighbours[id].each { |other| found << other if seen.add?(other) } if neighbours.key?(id) }
        found
      end

      # parts: [{ id => [x, y, width, height] }, …] put in rows, left to right.
      def pack(parts)
        extents = parts.map { |part| [ part.each_value.map { |x, _, width, _| x + width }.max,
                                       part.each_value.map { |_, y, _, height| y + height }.max ] }
        area = extents.sum { |width, height| (width + COMPONENT_GAP) * (height + COMPONENT_GAP).to_f }
        limit = [ Math.sqrt(area * SHEET), extents.map(&:first).max.to_f, LEAST_SHEET ].max
        x = y = row = 0
        parts.zip(extents).each_with_object({}) do |(part, (width, height)), places|
          x, y, row = 0, y + row + COMPONENT_GAP, 0 if x.positive? && x + width > limit
          part.each { |id, (left, top)| places[id] = [ (x + left).round(1), (y + top).round(1) ] }
          x += width + COMPONENT_GAP
          row = [ row, height ].max
        end
      end

      private_class_method :direction, :part
    end
  end
end
