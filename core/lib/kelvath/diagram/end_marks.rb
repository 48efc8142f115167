# frozen_string_literal: true

module Kelvath
  module Diagram
    # The end of a line in crow's foot notation (Everest's): a bar for one, a ring for none, a foot
    # of three toes for many; the outer sign says the most, the inner one the least.
    module EndMarks
      # strokes: [[x1, y1, x2, y2], …]; ring: [cx, cy, r] or nil.
      Mark = Struct.new(:strokes, :ring, keyword_init: true)
      FOOT = 11
      HALF = 5.5
      RING = 3.8

      module_function

      # tip: where the line meets the card; inner: the next point of the line; least and most: of that end.
      def mark(tip, inner, least, most)
        length = Math.hypot(inner[0] - tip[0], inner[1] - tip[1])
        direction = length.zero? ? [ 1, 0 ] : [ (inner[0] - tip[0]) / length, (inner[1] - tip[1]) / length ]
        strokes = most == 1 ? [ bar(tip, direction, 7) ] : toes(tip, direction)
        inner_at = most == 1 ? 12 : FOOT + 3
        return Mark.new(strokes:, ring: [ *along(tip, direction, inner_at + RING), RING ]) if least.to_i.zero?

        Mark.new(strokes: [ *strokes, bar(tip, direction, inner_at) ], ring: nil)
      end

      def along(tip, direction, distance) = [ tip[0] + direction[0] * distance, tip[1] + direction[1] * distance ]

      def bar(tip, direction, distance)
        x, y = along(tip, direction, distance)
        [ x - direction[1] * HALF, y + direction[0] * HALF, x + direction[1] * HALF, y - direction[0] * HALF ]
      end

      def toes(tip, direction)
        x, y = along(tip, direction, FOOT)
        [ [ x, y, tip[0] - direction[1] * HALF, tip[1] + direction[0] * HALF ], [ x, y, tip[0] + direction[1] * HALF, tip[1] - direction[0] * HALF ] ]
      end
    end
  end
end
