# frozen_string_literal: true

module Kelvath
  module Diagram
    # A rectangle in drawing units, y pointing down.
    Rect = Struct.new(:x, :y, :width, :height) do
      # The smallest one that holds all points [[x, y], …].
      def self.around(points)
        left, right = points.map(&:first).minmax
        top, bottom = points.map(&:last).minmax
        new(left, top, right - left, bottom - top)
      end

      alias_method :left, :x
      alias_method :top, :y

      # The edges and the middle, in drawing units.
      def right = x + width
      def bottom = y + height
      def center_x = x + width / 2.0
      def center_y = y + height / 2.0

      # The same with x and y exchanged.
      def flipped = Rect.new(y, x, height, width)

      # The part of it that another one covers, which it must overlap.
      def within(other)
        Rect.around([ [ [ left, other.left ].max, [ top, other.top ].max ],
                      [ [ right, other.right ].min, [ bottom, other.bottom ].min ] ])
      end

      # With so much more at each edge.
      def grown(by) = Rect.new(x - by, y - by, width + 2 * by, height + 2 * by)

      # The smallest one that holds both.
      def union(other)
        Rect.around([ [ left, top ], [ right, bottom ], [ other.left, other.top ], [ other.right, other.bottom ] ])
      end

      # Does it hold all of the other?
      def covers?(other) = left <= other.left && top <= other.top && right >= other.right && bottom >= other.bottom

      # Do the two share any area?
      def overlaps?(other) = left < other.right && other.left < right && top < other.bottom && other.top < bottom
    end
  end
end
