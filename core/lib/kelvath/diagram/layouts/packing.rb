# frozen_string_literal: true

module Kelvath
  module Diagram
    # What layouts do with what is not connected: each connected part is placed by itself, then all are packed on one
    # sheet.
    module Packing
      COMPONENT_GAP = 70
      LEAST_SHEET = 900 # wide, in drawing units: what a small screen shows
      SHEET = 1.6 # width to height of the sheet that components are packed on

      module_function

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

      # The ids that are linked with a start, by whatever way, the nearest first; neighbours: { id => [id, …] }; seen: a
      # Set of those that do not count, to which these are added.
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
    end
  end
end
