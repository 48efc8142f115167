# frozen_string_literal: true

module Kelvath
  module Diagram
    # The cards as things a line must not touch, in a grid of cells so that asking is quick.
    class Obstacles
      CELL = 240.0
      MARGIN = 5
      ROW = 65_536 # from a cell to the one below it

      # [[left, right], …] from left to right: where these cards bar the way of upright lines.
      def self.walls(cards)
        cards.sort_by(&:left).each_with_object([]) do |rect, walls|
          left, right = rect.left - MARGIN, rect.right + MARGIN
          if walls.any? && left < walls.last[1] then walls.last[1] = [ walls.last[1], right ].max
          else walls << [ left, right ]
          end
        end
      end

      # rects: { id => Rect }
      def initialize(rects)
        @cells = {}
        @all = rects.values
        rects.each_value { |rect| put(rect) }
      end

      # The obstacles after some cards came, went or moved: from the rects of these to others.
      def with(before, after)
        copy = dup
        gone = before.filter_map { |id, rect| rect unless after[id] == rect }
        come = after.filter_map { |id, rect| rect unless before[id] == rect }
        copy.change(gone, come)
      end

      # Is the straight line between two points, level or upright, clear of all cards?
      def free?(x1, y1, x2, y2)
        x1, x2 = x2, x1 if x1 > x2
        y1, y2 = y2, y1 if y1 > y2
        left, right, top, bottom = x1 - MARGIN, x2 + MARGIN, y1 - MARGIN, y2 + MARGIN
        each_list(x1, y1, x2, y2) do |list|
          list.each do |rect|
            return false if left < rect.right && right > rect.left && top < rect.bottom && bottom > rect.top
          end
        end
        true
      end

      # The greatest y, up to a last one, to which an upright line from (x, y) is clear of all cards.
      def reach_down(x, y, last)
        each_list(x, y, x, last + MARGIN) do |list|
          list.each do |rect|
            last = rect.top - MARGIN if rect.top < last + MARGIN && rect.bottom > y - MARGIN && beside?(rect, x)
          end
        end
        last
      end

      # The least y, down to a last one, to which an upright line from (x, y) upwards is clear.
      def reach_up(x, y, last)
        each_list(x, last - MARGIN, x, y) do |list|
          list.each do |rect|
            last = rect.bottom + MARGIN if rect.bottom > last - MARGIN && rect.top < y + MARGIN && beside?(rect, x)
          end
        end
        last
      end

      # How far to the left and right, within limits, a level line through (x, y) is clear, as a Range; an empty one if
      # a card is there.
      def reach_across(x, y, left, right)
        each_list(left, y, right, y) do |list|
          list.each do |rect|
            next unless rect.top < y + MARGIN && rect.bottom > y - MARGIN
            return (1..0) if beside?(rect, x)

            if rect.right <= x then left = [ left, rect.right + MARGIN ].max
            else right = [ right, rect.left - MARGIN ].min
            end
          end
        end
        left..right
      end

      # The cards that reach into an area: its left, top, right and bottom.
      def within(*area)
        left, top, right, bottom = area.map(&:to_f) # comparing is quicker among these
        cells = ((right - left) / CELL) * ((bottom - top) / CELL)
        return @all.select { |rect| reaches?(rect, left, top, right, bottom) } if cells > @all.size / 4

        found = {}.compare_by_identity # a card may reach into several cells
        each_list(left, top, right, bottom) do |list|
          list.each { |rect| found[rect] = true if reaches?(rect, left, top, right, bottom) }
        end
        found.keys
      end

      protected

      # Lists of cells are replaced, never changed: the older obstacles share them.
      def change(gone, come)
        @cells = @cells.dup
        @all = gone.reduce(@all) { |all, rect| without(all, rect) } + come
        gone.each { |rect| each_cell_of(rect) { |cell| @cells[cell] = without(@cells.fetch(cell), rect) } }
        come.each { |rect| put(rect) }
        self
      end

      private

      def beside?(rect, x) = rect.left < x + MARGIN && rect.right > x - MARGIN

      def reaches?(rect, left, top, right, bottom)
        rect.left < right && rect.right > left && rect.top < bottom && rect.bottom > top
      end

      def put(rect) = each_cell_of(rect) { |cell| @cells[cell] = [ *@cells[cell], rect ] }

      # One of those that are equal: two cards may lie on one another.
      def without(list, rect) = list.index(rect).then { |at| at ? list[0...at] + list[at + 1..] : list }

      def each_cell_of(rect, &block) = each_cell(rect.left, rect.top, rect.right, rect.bottom, &block)

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
