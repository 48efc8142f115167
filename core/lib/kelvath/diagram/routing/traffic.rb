# frozen_string_literal: true

module Kelvath
  module Diagram
    # The lines drawn so far, so that a new one can be counted against them before it is drawn.
    class Traffic
      # Pieces of one direction, each [at, low, high], in a grid of narrow strips at their own place, cut into wide
      # stretches along it.
      class Pieces
        STRIP = 120.0
        STRETCH = 960.0
        ROW = 65_536 # from a strip to the next

        # cells: lists of pieces that belong to others, too: each is copied when it is first written.
        def initialize(cells = {})
          @cells = cells
          @own = {} # { cell => true } of the lists that are nobody else's
        end

        # The same, to be changed by itself; this one must not be changed any more.
        def copy = Pieces.new(@cells.dup)

        # Places are floating numbers: comparing these with whole ones would take twice as long.
        def add(at, low, high)
          piece = [ at, low, high ]
          each_cell(at, low, high) { |cell| list(cell) << piece }
        end

        # One piece of that extent, if there is any.
        def remove(at, low, high)
          each_cell(at, low, high) do |cell|
            list = list(cell)
            index = list.index { |place, from, to| place == at && from == low && to == high } or next
            last = list.pop
            list[index] = last if index < list.size
          end
        end

        # How many a piece of the other direction would cross: what lies across it is in the one stretch of each strip
        # that holds its place.
        def crossed(at, low, high)
          total = 0
          cell = (low / STRIP).floor * ROW + (at / STRETCH).floor
          last = (high / STRIP).floor * ROW + (at / STRETCH).floor
          while cell <= last
            list = @cells[cell]
            total += count(list, at, low, high) if list
            cell += ROW
          end
          total
        end

        private

        # A loop as it is quickest: a drawing of 1,000 cards looks at a hundred thousand pieces after each edit.
        def count(list, at, low, high)
          total = index = 0
          while (piece = list[index])
            place = piece[0]
            total += 1 if place > low && place < high && piece[1] < at && piece[2] > at
            index += 1
          end
          total
        end

        def list(cell)
          return @cells[cell] if @own[cell]

          @own[cell] = true
          @cells[cell] = @cells[cell].to_a.dup
        end

        def each_cell(at, low, high)
          strip = (at / STRIP).floor * ROW
          cell, last = strip + (low / STRETCH).floor, strip + (high / STRETCH).floor
          while cell <= last
            yield cell
            cell += 1
          end
        end
      end

      def initialize(level = Pieces.new, upright = Pieces.new)
        @level = level
        @upright = upright
      end

      # Adds a line of level and upright pieces, [[x, y], …].
      def add(points)
        each_piece(points) { |level, at, low, high| (level ? @level : @upright).add(at, low, high) }
        self
      end

      # The traffic after some lines went and others came; this one must not be added to any more.
      def with(gone, come)
        copy = Traffic.new(@level.copy, @upright.copy)
        gone.each { |points| copy.remove(points) }
        come.each { |points| copy.add(points) }
        copy
      end

      # How often a line would cross those there.
      def crossings(points)
        total = 0
        each_piece(points) { |level, at, low, high| total += across(level, at, low, high) }
        total
      end

      # How many lines a level piece (or an upright one) would cross.
      def across(level, at, low, high) = (level ? @upright : @level).crossed(at, low, high)

      protected

      def remove(points)
        each_piece(points) { |level, at, low, high| (level ? @level : @upright).remove(at, low, high) }
      end

      private

      # [is it level? where it lies, from, to] of each piece, in floating numbers.
      def each_piece(points)
        index = 1
        while index < points.size
          (x1, y1), (x2, y2) = points[index - 1], points[index]
          x1, y1, x2, y2 = x1.to_f, y1.to_f, x2.to_f, y2.to_f
          if (y1 - y2).abs < (x1 - x2).abs then x1 < x2 ? yield(true, y1, x1, x2) : yield(true, y1, x2, x1)
          else y1 < y2 ? yield(false, x1, y1, y2) : yield(false, x1, y2, y1)
          end
          index += 1
        end
      end
    end
  end
end
