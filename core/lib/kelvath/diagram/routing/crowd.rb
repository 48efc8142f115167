# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where on a drawing a symbol cannot stand: cards, other lines, symbols put down before.
    class Crowd
      # rects: { card id => Rect }; routes: { line id => points }
      def initialize(rects, routes)
        @taken = rects.values
        @ways = routes.flat_map do |id, points|
          points.each_cons(2).map { |one, two| [ id, Rect.around([ one, two ]) ] }
        end
      end

      COVERED = 10 # a card or a symbol in the way weighs as much as so many lines

      # How bad a place is for a symbol of that line: 0 if it is free. Its own line does not count.
      def weight(rect, line_id)
        @taken.count { |other| rect.overlaps?(other) } * COVERED + @ways.count do |id, way|
          id != line_id && touches?(rect, way)
        end
      end

      # Keeps a Rect from the labels that come after.
      def take(rect) = @taken << rect

      private

      # A way has no width, so sharing an area will not do.
      def touches?(rect, way)
        rect.left <= way.right && way.left <= rect.right && rect.top <= way.bottom && way.top <= rect.bottom
      end
    end
  end
end
