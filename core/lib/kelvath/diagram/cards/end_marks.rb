# frozen_string_literal: true

module Kelvath
  module Diagram
    # The end of a line in crow's foot notation (Everest's): a bar for one, a ring for none, a foot
    # of three toes for many; the outer sign says the most, the inner one the least.
    module EndMarks
      FOOT = 11
      HALF = 5.5
      RING = 3.8

      module_function

      # Ink shapes. tip: where the line meets the card; inner: the next point of the line; least and
      # most: of that end.
      def shapes(tip, inner, least, most)
        length = Math.hypot(inner[0] - tip[0], inner[1] - tip[1])
        direction = length.zero? ? [ 1, 0 ] : [ (inner[0] - tip[0]) / length, (inner[1] - tip[1]) / length ]
        strokes = most == 1 ? [ bar(tip, direction, 7) ] : toes(tip, direction)
        inner_at = most == 1 ? 12 : FOOT + 3
        none = least.to_i.zero?
        strokes << bar(tip, direction, inner_at) unless none
        drawn = Ink.path(:line_mark, *strokes.flat_map { |x1, y1, x2, y2| [ [ :m, x1, y1 ], [ :l, x2, y2 ] ] })
        none ? [ drawn, Ink.circle(:line_ring, *along(tip, direction, inner_at + RING), RING) ] : [ drawn ]
      end

      def along(tip, direction, distance) = [ tip[0] + direction[0] * distance, tip[1] + direction[1] * distance ]

      def bar(tip, direction, distance)
        x, y = along(tip, direction, distance)
        [ x - direction[1] * HALF, y + direction[0] * HALF, x + direction[1] * HALF, y - direction[0] * HALF ]
      end

      def toes(tip, direction)
        x, y = along(tip, direction, FOOT)
        [ [ x, y, tip[0] - direction[1] * HALF, tip[1] + direction[0] * HALF ],
          [ x, y, tip[0] + direction[1] * HALF, tip[1] - direction[0] * HALF ] ]
      end

      private_class_method :along, :bar, :toes
    end
  end
end
