# frozen_string_literal: true

module Kelvath
  module Diagram
    # The cards as things a line must not touch, in a grid of cells so that asking is quick.
    class Obstacles
      CELL = 240.0
      MARGIN = 5
      ROW = 65_536 # from a cell to the one below it
      # What a card takes up, in floating numbers: its edges are asked for a hundred thousand times.
      Extent = Struct.new(:left, :top, :right, :bottom) do
        def self.of(rect) = new(rect.left.to_f, rect.top.to_f, rect.right.to_f, rect.bottom.to_f)
      end

      # [[left, right], …] from left to right: where these cards (Extents) bar the way of upright lines.
      def self.walls(cards)
        cards.sort_by(&:left).each_with_object([]) do |card, walls|
          left, right = card.left - MARGIN, card.right + MARGIN
          if walls.any? && left < walls.last[1] then walls.last[1] = [ walls.last[1], right ].max
          else walls << [ left, right ]
          end
        end
      end

      # rects: { id => Rect }
      def initialize(rects)
        @cells = {}
        @all = rects.each_value.map { |rect| Extent.of(rect) }
        @all.each { |extent| put(extent) }
      end

      # The obstacles after some cards came, went or moved: from the rects of these to others.
      def with(before, after)
        copy = dup
        gone = before.filter_map { |id, rect| Extent.of(rect) unless after[id] == rect }
        come = after.filter_map { |id, rect| Extent.of(rect) unless before[id] == rect }
        copy.change(gone, come)
      end

      # Is the straight line between two points, level or upright, clear of all cards?
      def free?(x1, y1, x2, y2)
        x1, x2 = x2, x1 if x1 > x2
        y1, y2 = y2, y1 if y1 > y2
        left, right, top, bottom = x1 - MARGIN, x2 + MARGIN, y1 - MARGIN, y2 + MARGIN
        each_list(x1, y1, x2, y2) do |list|
          list.each do |card|
            return false if left < card.right && right > card.left && top < card.bottom && bottom > card.top
          end
        end
        true
      end

      # The greatest y, up to a last one, to which an upright line from (x, y) is clear of all cards.
      def reach_down(x, y, last)
        each_list(x, y, x, last + MARGIN) do |list|
          list.each do |card|
            last = card.top - MARGIN if card.top < last + MARGIN && card.bottom > y - MARGIN && beside?(card, x)
          end
        end
        last
      end

      # The least y, down to a last one, to which an upright line from (x, y) upwards is clear.
      def reach_up(x, y, last)
        each_list(x, last - MARGIN, x, y) do |list|
          list.each do |card|
            last = card.bottom + MARGIN if card.bottom > last - MARGIN && card.top < y + MARGIN && beside?(card, x)
          end
        end
        last
      end

      # How far to the left and right, within limits, a level line through (x, y) is clear, as a Range; an empty one if
      # a card is there.
      def reach_across(x, y, left, right)
        each_list(left, y, right, y) do |list|
          list.each do |card|
            next unless card.top < y + MARGIN && card.bottom > y - MARGIN
            return (1..0) if beside?(card, x)

            if card.right <= x then left = [ left, card.right + MARGIN ].max
            else right = [ right, card.left - MARGIN ].min
            end
          end
        end
        left..right
      end

      # The Extents of cards that reach into an area: its left, top, right and bottom.
      def within(*area)
        left, top, right, bottom = area.map(&:to_f) # comparing is quicker among these
        cells = ((right - left) / CELL) * ((bottom - top) / CELL)
        return @all.select { |card| reaches?(card, left, top, right, bottom) } if cells > @all.size / 4

        found = {}.compare_by_identity # a card may reach into several cells
        each_list(left, top, right, bottom) do |list|
          list.each { |card| found[card] = true if reaches?(card, left, top, right, bottom) }
        end
        found.keys
      end

      protected

      # Lists of cells are replaced, never changed: the older obstacles share them.
      def change(gone, come)
        @cells = @cells.dup
        @all = gone.reduce(@all) { |all, card| without(all, card) } + come
        gone.each { |card| each_cell_of(card) { |cell| @cells[cell] = without(@cells.fetch(cell), card) } }
        come.each { |card| put(card) }
        self
      end

      private

      def beside?(card, x) = card.left < x + MARGIN && card.right > x - MARGIN

      def reaches?(card, left, top, right, bottom)
        card.left < right && card.right > left && card.top < bottom && card.bottom > top
      end

      def put(card) = each_cell_of(card) { |cell| @cells[cell] = [ *@cells[cell], card ] }

      # One of those that are equal: two cards may lie on one another.
      def without(list, card) = list.index(card).then { |at| at ? list[0...at] + list[at + 1..] : list }

      def each_cell_of(card, &block) = each_cell(card.left, card.top, card.right, card.bottom, &block)

      # The cards of each cell that has any. As the one below, a loop as it is quickest: this is asked a hundred
      # thousand times for a large drawing.
      def each_list(left, top, right, bottom)
        row, last_row = (top / CELL).floor * ROW, (bottom / CELL).floor * ROW
        first, last = (left / CELL).floor, (right / CELL).floor
        while row <= last_row
          cell, last_cell = row + first, row + last
          while cell <= last_cell
            list = @cells[cell]
            yield list if list
            cell += 1
          end
          row += ROW
        end
      end

      def each_cell(left, top, right, bottom)
        ((top / CELL).floor..(bottom / CELL).floor).each do |row|
          ((left / CELL).floor..(right / CELL).floor).each { |column| yield row * ROW + column }
        end
      end
    end
  end
end
