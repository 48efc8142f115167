# frozen_string_literal: true

module Kelvath
  module Diagram
    # The cards as things a line must not touch, in a grid of cells so that asking is quick.
    class Obstacles
      CELL = 240.0
      MARGIN = 5

      # rects: { id => Rect }
      def initialize(rects)
        @cells = {}
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
        left, right = x1 < x2 ? [ x1, x2 ] : [ x2, x1 ]
        top, bottom = y1 < y2 ? [ y1, y2 ] : [ y2, y1 ]
        each_cell(left, top, right, bottom) do |cell|
          list = @cells[cell] or next
          return false if list.any? { |rect| left < rect.right + MARGIN && right > rect.left - MARGIN && top < rect.bottom + MARGIN && bottom > rect.top - MARGIN }
        end
        true
      end

      # The cards that reach into an area.
      def within(left, top, right, bottom)
        found = []
        each_cell(left, top, right, bottom) { |cell| found.concat(@cells[cell] || []) }
        found.uniq(&:object_id).select { |rect| rect.left < right && rect.right > left && rect.top < bottom && rect.bottom > top }
      end

      protected

      # Lists of cells are replaced, never changed: the older obstacles share them.
      def change(gone, come)
        @cells = @cells.dup
        gone.each { |rect| each_cell_of(rect) { |cell| @cells[cell] = without(@cells.fetch(cell), rect) } }
        come.each { |rect| put(rect) }
        self
      end

      private

      def put(rect) = each_cell_of(rect) { |cell| @cells[cell] = [ *@cells[cell], rect ] }

      # One of those that are equal: two cards may lie on one another.
      def without(list, rect) = list.index(rect).then { |at| at ? list[0...at] + list[at + 1..] : list }

      def each_cell_of(rect, &block) = each_cell(rect.left, rect.top, rect.right, rect.bottom, &block)

      def each_cell(left, top, right, bottom)
        ((top / CELL).floor..(bottom / CELL).floor).each do |row|
          ((left / CELL).floor..(right / CELL).floor).each { |column| yield row * 65_536 + column }
        end
      end
    end
  end
end
