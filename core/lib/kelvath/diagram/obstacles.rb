# frozen_string_literal: true

module Kelvath
  module Diagram
    # The cards as things a line must not touch, in a grid of cells so that asking is quick.
    class Obstacles
      CELL = 240.0
      MARGIN = 5

      # rects: { id => Rect }
      def initialize(rects)
        @cells = Hash.new { |hash, cell| hash[cell] = [] }
        @all = rects.values
        rects.each_value { |rect| each_cell(rect.left, rect.top, rect.right, rect.bottom) { |cell| @cells[cell] << rect } }
        @cells.default_proc = nil
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

      private

      def each_cell(left, top, right, bottom)
        ((top / CELL).floor..(bottom / CELL).floor).each do |row|
          ((left / CELL).floor..(right / CELL).floor).each { |column| yield row * 65_536 + column }
        end
      end
    end
  end
end
