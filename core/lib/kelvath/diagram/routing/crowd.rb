# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where on a drawing a symbol or a label cannot stand: cards, other lines, what was put down before. Kept in
    # squares, so that a question looks only at what is near.
    class Crowd
      SQUARE = 160 # drawing units
      COVERED = 10 # a card or a symbol in the way weighs as much as so many lines

      # rects: { card id => Rect }; routes: { line id => points }
      def initialize(rects, routes)
        @rects = rects
        @routes = routes
      end

      # How bad a place is for a symbol on that line: 0 if it is free. Its own line does not count.
      def weight(rect, line_id)
        covered, crossed = Set.new.compare_by_identity, Set.new.compare_by_identity
        squares(rect) do |at|
          taken[at]&.each { |other| covered << other if rect.overlaps?(other) }
          ways[at]&.each { |id, way| crossed << way if id != line_id && touches?(rect, way) }
        end
        covered.size * COVERED + crossed.size
      end

      # Keeps a Rect from what comes after.
      def take(rect) = squares(rect) { |at| (taken[at] ||= []) << rect }

      # The best of some places for a text, each [what it is, its Rect], the ones wanted most first; it is taken.
      # Answers what it is.
      def choose(places)
        best = nil
        places.each do |what, rect|
          weight = weight(rect, nil)
          best = [ weight, what, rect ] if best.nil? || weight < best.first
          break if weight.zero?
        end
        take(best[2])
        best[1]
      end

      # Is it the first time that this is asked of a key? What several lines share is written once.
      def first?(key) = !(@told ||= Set.new).add?(key).nil?

      private

      # { square => [Rect, …] }; made when it is first asked for: most notations put no symbol on a line.
      def taken
        @taken ||= @rects.each_value.with_object({}) do |rect, found|
          squares(rect) { |at| (found[at] ||= []) << rect }
        end
      end

      # { square => [[line id, Rect], …] }
      def ways
        @ways ||= @routes.each_with_object({}) do |(id, points), found|
          points.each_cons(2) do |ends|
            way = Rect.around(ends)
            squares(way) { |at| (found[at] ||= []) << [ id, way ] }
          end
        end
      end

      def squares(rect)
        (rect.left / SQUARE).floor.upto((rect.right / SQUARE).floor) do |column|
          (rect.top / SQUARE).floor.upto((rect.bottom / SQUARE).floor) { |row| yield column * 100_000 + row }
        end
      end

      # A way has no width, so sharing an area will not do.
      def touches?(rect, way)
        rect.left <= way.right && way.left <= rect.right && rect.top <= way.bottom && way.top <= rect.bottom
      end
    end
  end
end
