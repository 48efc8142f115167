# frozen_string_literal: true

module Kelvath
  module Diagram
    # The lines drawn so far, so that a new one can be counted against them before it is drawn.
    class Traffic
      CELL = 120.0

      def initialize
        @level = Hash.new { |hash, row| hash[row] = [] } # by y: [y, left, right]
        @upright = Hash.new { |hash, column| hash[column] = [] } # by x: [x, top, bottom]
      end

      # Adds a line of level and upright pieces.
      def add(points)
        each_piece(points) { |level, at, low, high| (level ? @level : @upright)[(at / CELL).floor] << [ at, low, high ] }
      end

      # How often a line would cross those there.
      def crossings(points)
        total = 0
        each_piece(points) { |level, at, low, high| total += count(level ? @upright : @level, at, low, high) }
        total
      end

      private

      def count(pieces, at, low, high)
        ((low / CELL).floor..(high / CELL).floor).sum do |cell|
          next 0 unless pieces.key?(cell)

          pieces[cell].count { |place, from, to| place > low && place < high && from < at && to > at }
        end
      end

      def each_piece(points)
        points.each_cons(2) do |(x1, y1), (x2, y2)|
          if (y1 - y2).abs < (x1 - x2).abs then x1 < x2 ? yield(true, y1, x1, x2) : yield(true, y1, x2, x1)
          else y1 < y2 ? yield(false, x1, y1, y2) : yield(false, x1, y2, y1)
          end
        end
      end
    end
  end
end
