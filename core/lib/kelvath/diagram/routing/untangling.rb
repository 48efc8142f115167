# frozen_string_literal: true

module Kelvath
  module Diagram
    # Lets the lines of one side of a card leave it in the order in which they turn away, now that it is known how they
    # run: ports were given out by where the other cards stand, and lines that reach these by different ways would
    # cross in front of the card.
    class Untangling
      LATER = 150 # drawing units: a line that turns so much after the first of its side runs straight past that turn
      NEAR = 2 * Obstacles::MARGIN
      INSIDE = 6 # drawing units from the card's edge, which is no obstacle to its own line
      # What is at one side of a card. ends: { [link id, :from or :to] => is it of a bundle? } of the lines that turn;
      # moves: { end => where it leaves the side now }; boxes: [[left, right, top, bottom], …] of where that was looked
      # for, the first round all others.
      Side = Struct.new(:ends, :moves, :boxes)

      # raw: { link id => points }; pairs: { link id => Ports::Pair }; links: as Ports has them; obstacles: the cards,
      # as they are and, from the block, with x and y exchanged; changed: rects of cards that have come or gone since
      # the previous.
      def initialize(raw, pairs, links, obstacles, previous: nil, changed: [], &flipped)
        @raw, @pairs = raw, pairs
        @obstacles, @flipped = obstacles, flipped
        @sides, @at = previous ? [ previous.sides.dup, previous.at.dup ] : [ {}, {} ]
        touched = rearrange(links, previous, changed)
        known = previous&.routes
        if known && known.keys == raw.keys
          @routes = known.dup
          touched.each_key { |id| @routes[id] = moved(id, raw[id], known) }
        else
          @routes = raw.to_h { |id, points| [ id, touched[id] ? moved(id, points, known) : known.fetch(id) ] }
        end
        @flipped = nil
      end

      # { link id => points }: the very same object where nothing moved, or where nothing else did since the previous.
      attr_reader :routes

      protected

      # sides: { [card id, side] => Side }; at: { link id => [its side at the first card, at the second] }
      attr_reader :raw, :sides, :at

      private

      # Works out the sides that other lines are at than before, or lines that run otherwise, and those near a change.
      # Answers { link id => true } of all lines there.
      def rearrange(links, previous, changed)
        ends = Hash.new { |hash, key| hash[key] = @sides.key?(key) ? @sides[key].ends.dup : {} }
        @sides.each { |key, side| ends[key] if changed.any? { |rect| near?(rect, side) } } if changed.any?
        known = previous ? previous.raw : {}
        known.each { |id, points| leave(id, ends) unless points.equal?(@raw[id]) }
        fresh = @raw.reject { |id, points| points.equal?(known[id]) }
        links.each { |link| enter(link, ends) if fresh.key?(link.first) }
        ends.each { |key, there| there.empty? ? @sides.delete(key) : @sides[key] = arranged(key.last, there) }
        ends.each_value.flat_map(&:keys).to_h { |id, _| [ id, true ] }.merge(fresh)
      end

      def leave(id, ends)
        from, to = @at.delete(id)
        ends[from].delete([ id, :from ])
        ends[to].delete([ id, :to ])
      end

      def enter((id, from, to, bundle), ends)
        first, second = @at[id] = [ [ from, @pairs[id].from_side ], [ to, @pairs[id].to_side ] ]
        turns = @raw[id].size > 3
        ends[first][[ id, :from ]] = !bundle.nil? if turns || bundle
        ends[second][[ id, :to ]] = false if turns
      end

      # Lines of a bundle leave together, and the others of their side stay beside them.
      def arranged(side, ends)
        return Side.new(ends, {}) if ends.size < 2 || ends.value?(true)

        axis = axis(side)
        starts = ends.to_h { |key, _| [ key, outwards(*key) ] }
        Side.new(ends, moves(starts, axis), boxes(starts.values, axis))
      end

      # Where the first two pieces of these lines may come to lie.
      def boxes(starts, axis)
        places = starts.map { |points| points[0][axis] }.minmax
        parts = starts.flat_map do |points|
          levels = points.first(2).map { |point| point[1 - axis] }.minmax
          [ [ places, levels ], [ [ *places, points[2][axis] ].minmax, [ points[1][1 - axis] ] * 2 ] ]
        end
        parts.unshift(parts.transpose.map { |ranges| ranges.flatten.minmax })
        parts.map { |across, along| axis.zero? ? [ *across, *along ] : [ *along, *across ] }
      end

      # starts: { end => its first three points }. Answers {} if one of them has no room where it should be.
      def moves(starts, axis)
        first = starts.each_value.map { |points| turn(points, axis) }.min
        order = starts.keys.sort_by do |key|
          points = starts[key]
          [ points[turn(points, axis) > first + LATER ? 0 : 2][axis], points[0][axis], key ]
        end
        order.zip(starts.each_value.map { |points| points[0][axis] }.sort).each_with_object({}) do |(key, at), found|
          next if starts[key][0][axis] == at
          return {} unless clear?(starts[key], axis, at)

          found[key] = at
        end
      end

      def axis(side) = %i[top bottom].include?(side) ? 0 : 1
      def outwards(id, which) = which == :from ? @raw[id].first(3) : @raw[id].last(3).reverse
      def turn(points, axis) = (points[1][1 - axis] - points[0][1 - axis]).abs

      def clear?(points, axis, at)
        (_, start), (_, level), (beyond,) = axis.zero? ? points : points.map(&:reverse)
        obstacles = axis.zero? ? @obstacles : @flipped.call
        obstacles.free?(at, start + (level <=> start) * INSIDE, at, level) && obstacles.free?(at, level, beyond, level)
      end

      def near?(rect, side)
        boxes = side.boxes or return false
        touches?(rect, boxes.first) && (1...boxes.size).any? { |index| touches?(rect, boxes[index]) }
      end

      def touches?(rect, (left, right, top, bottom))
        rect.left < right + NEAR && rect.right > left - NEAR && rect.top < bottom + NEAR && rect.bottom > top - NEAR
      end

      def moved(id, points, known)
        from, to = @at[id].zip(%i[from to]).map { |side, which| @sides[side]&.moves&.fetch([ id, which ], nil) }
        return points unless from || to

        points = points.dup
        shift(points, 0, 1, @pairs[id].from_side, from) if from
        shift(points, -1, -2, @pairs[id].to_side, to) if to
        known && known[id] == points ? known[id] : points
      end

      def shift(points, edge, corner, side, at)
        [ edge, corner ].each { |index| points[index] = points[index].dup.tap { |point| point[axis(side)] = at } }
      end
    end
  end
end
