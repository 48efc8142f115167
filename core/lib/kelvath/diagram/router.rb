# frozen_string_literal: true

module Kelvath
  module Diagram
    # Draws lines between cards from level and upright pieces that run round the cards between.
    # It tries shapes from the simplest on: straight, one step, then a detour through the nearest
    # gap. Lines that would lie on one another are parted afterwards (Lanes).
    class Router
      STUB = 20 # the least a line runs straight out of a card: room for its end mark
      APPROACH = 32 # above the lower card: half of what a layered layout leaves between layers
      DETOURS = 12 # gaps, and heights, tried for a blocked way
      CROSSING = 150 # a crossing weighs as much as so much length

      attr_reader :rects, :pairs, :raw

      # rects: { id => Rect }; links: [[id, from id, to id, bundle], …]: links of one bundle (or nil)
      # leave their first card together; cores: { id => core } of cards (see Cards::Card); previous: a Router whose routes stay wherever neither their ends nor a card in their way
      # have changed.
      def initialize(rects, links, cores: {}, previous: nil)
        @rects = rects
        @cores = cores
        @bundles = links.to_h { |id, _, _, bundle| [ id, bundle ] }
        @loops, @links = links.partition { |_, from, to| from == to }
        @previous = previous
        @upright = previous ? previous.upright.with(previous.rects, rects) : Obstacles.new(rects)
        @level = nil
      end

      # { link id => [[x, y], …] } from the first card to the second.
      def routes
        @pairs = find_pairs
        changed = changed_rects
        @raw = @pairs.to_h { |id, pair| [ id, kept(id, pair, changed) || short_way(pair) ] }
        take_detours
        @lanes = Lanes.new(@raw, @upright, bundles: @bundles, previous: @previous&.lanes, changed: @previous ? moved_rects : [])
        found = @lanes.parted
        @loops.group_by { |_, from, _| from }.each_value { |list| list.each_with_index { |(id, from, _), index| found[id] = loop_at(from, index) } }
        @links.each { |id, from, to| found[id] = inwards(found[id], from, to) }
        @previous = nil # or every older router would live on in the one after it
        found
      end

      protected

      attr_reader :upright, :cores, :links, :lanes

      private

      # Where lines leave and reach cards. Such a place depends on the two cards, and on what else is tied to
      # them, so those far from any change stay.
      def find_pairs
        return Ports.new(@rects, @links, cores: @cores).pairs unless @previous

        near = around(changed_cards)
        other = @links.select { |_, from, to| near.include?(from) || near.include?(to) }
        ends = other.flat_map { |_, from, to| [ from, to ] }.to_set
        fresh = Ports.new(@rects, @links.select { |_, from, to| ends.include?(from) || ends.include?(to) }, cores: @cores).pairs.slice(*other.map(&:first))
        @links.to_h { |id, *| [ id, fresh[id] || @previous.pairs.fetch(id) ] }
      end

      # Cards that came, went, moved or grew, and those that lines came to or left.
      def changed_cards
        moved = (@rects.keys | @previous.rects.keys).reject { |id| @rects[id] == @previous.rects[id] && @cores[id] == @previous.cores[id] }
        return moved if @links == @previous.links

        moved + ((@links - @previous.links) + (@previous.links - @links)).flat_map { |_, from, to| [ from, to ] }
      end

      # Set of these cards and those that lines tie to them.
      def around(cards)
        cards = cards.to_set
        @links.each_with_object(cards.dup) { |(_, from, to), near| near << from << to if cards.include?(from) || cards.include?(to) }
      end

      # Where only a part of a card is its face, lines go on to that.
      def inwards(points, from, to)
        return points if @cores.empty?

        [ reaching(points.first, from), *points[1..-2], reaching(points.last, to) ]
      end

      def reaching((x, y), card)
        rect, core = @rects.fetch(card), @cores[card]
        return [ x, y ] unless core

        return [ x, rect.top + core[:top] ] if (y - rect.top).abs < 0.5
        return [ x, rect.top + core[:bottom] ] if (y - rect.bottom).abs < 0.5

        (x - rect.left).abs < 0.5 ? [ rect.left + core[:left], y ] : [ rect.left + core[:right], y ]
      end

      # Where cards are that were not there before.
      def changed_rects
        @previous ? @rects.filter_map { |id, rect| rect unless @previous.rects[id] == rect } : []
      end

      # Where cards are or were that have changed.
      def moved_rects = changed_rects + @previous.rects.filter_map { |id, rect| rect unless @rects[id] == rect }

      # The route of before, if its ends are the same and no changed card stands in its way.
      def kept(id, pair, changed)
        points = @previous&.raw&.fetch(id, nil)
        return unless points
        return unless (was = @previous.pairs[id]).equal?(pair) || was == pair

        points if changed.none? { |rect| touches?(points, rect) }
      end

      # Does an inner piece of a route run through a card, or too near it?
      def touches?(points, rect)
        left, right = rect.left - Obstacles::MARGIN, rect.right + Obstacles::MARGIN
        top, bottom = rect.top - Obstacles::MARGIN, rect.bottom + Obstacles::MARGIN
        (1...points.size - 2).any? do |index|
          x1, y1 = points[index]
          x2, y2 = points[index + 1]
          (x1 < right || x2 < right) && (x1 > left || x2 > left) && (y1 < bottom || y2 < bottom) && (y1 > top || y2 > top)
        end
      end

      # A straight line or one step, if that is free.
      def short_way(pair) = turned(pair) { |from, to, obstacles| [ straight(from, to, obstacles) || step(from, to, obstacles) ].compact }.first

      # Lines whose short way is blocked go round, the nearer cards first, by the way that crosses the
      # fewest lines drawn before.
      def take_detours
        blocked = @pairs.select { |id, _| @raw[id].nil? }.sort_by { |_, pair| distance(pair) }
        return if blocked.empty?

        traffic = Traffic.new
        @raw.each_value { |points| traffic.add(points) if points }
        blocked.each do |id, pair|
          ways = turned(pair) { |from, to, obstacles| detours(from, to, obstacles) }
          @raw[id] = ways.min_by { |points| traffic.crossings(points) * CROSSING + extent(points) } || turned(pair) { |from, to, _| [ through(from, to) ] }.first
          traffic.add(@raw[id])
        end
      end

      # Ways are sought from the upper card to the lower. Sideways lines are sought in a drawing with x
      # and y exchanged, and upward ones from their end. Answers the ways that the block finds, put right.
      def turned(pair)
        from, to = pair.upright? ? [ pair.from, pair.to ] : [ pair.from.reverse, pair.to.reverse ]
        upward = from[1] > to[1]
        ways = yield(*(upward ? [ to, from ] : [ from, to ]), pair.upright? ? @upright : level)
        ways.map do |points|
          points = points.reverse if upward
          clean(pair.upright? ? points : points.map(&:reverse))
        end
      end

      def level = @level ||= Obstacles.new(@rects.transform_values(&:flipped))
      def distance(pair) = (pair.from[0] - pair.to[0]).abs + (pair.from[1] - pair.to[1]).abs
      def extent(points) = points.each_cons(2).sum { |(x1, y1), (x2, y2)| (x1 - x2).abs + (y1 - y2).abs }

      def straight(from, to, obstacles)
        [ from, to ] if (from[0] - to[0]).abs < 1 && obstacles.free?(from[0], from[1] + 6, to[0], to[1] - 6)
      end

      # Down, across, down: the crossing as near the middle as is free.
      def step(from, to, obstacles)
        return if to[1] - from[1] < STUB

        level_ways(from, to, obstacles).each do |y|
          points = [ from, [ from[0], y ], [ to[0], y ], to ]
          return points if clear?(points, obstacles)
        end
        nil
      end

      # Down, across into a gap between cards, down the gap, across, down: a way for each gap that is free.
      def detours(from, to, obstacles)
        top = from[1] + STUB
        bottom = to[1] - STUB
        levels = bottom > top ? level_ways(from, to, obstacles) : [ top, bottom ].minmax
        highs = ([ top ] + levels).uniq.sort.first(DETOURS)
        lows = ([ to[1] - APPROACH, bottom ] + levels).uniq.sort.reverse.first(DETOURS)
        gaps(from, to, obstacles).filter_map do |x|
          high = highs.find { |y| obstacles.free?(from[0], from[1] + 6, from[0], y) && obstacles.free?(from[0], y, x, y) } or next
          low = lows.find { |y| obstacles.free?(to[0], y, to[0], to[1] - 6) && obstacles.free?(x, y, to[0], y) } or next
          [ from, [ from[0], high ], [ x, high ], [ x, low ], [ to[0], low ], to ] if obstacles.free?(x, high, x, low)
        end
      end

      # Cards lie so tight that no way is free.
      def through(from, to)
        middle = (from[1] + to[1]) / 2.0
        [ from, [ from[0], middle ], [ to[0], middle ], to ]
      end

      # Heights between the two ends where a level piece may run: first the one that all lines to
      # cards of the same height share, so that their order can be chosen; then the middle; then beside cards.
      def level_ways(from, to, obstacles)
        low = from[1] + STUB
        high = to[1] - STUB
        middle = (from[1] + to[1]) / 2.0
        return [ middle ] if high <= low

        left, right = [ from[0], to[0] ].minmax
        beside = obstacles.within(left - 1, low, right + 1, high).flat_map { |rect| [ rect.top - STUB, rect.bottom + STUB ] }
        shared = to[1] - APPROACH
        [ *(shared if shared > low), middle, low, high, *beside.select { |y| y.between?(low, high) }.sort_by { |y| (y - middle).abs } ].uniq.first(DETOURS * 2)
      end

      # Places beside cards where an upright piece may pass, nearest to the way first.
      def gaps(from, to, obstacles)
        top, bottom = [ from[1], to[1] ].minmax
        left, right = [ from[0], to[0] ].minmax
        reach = 200
        loop do
          cards = obstacles.within(left - reach, top - 1, right + reach, bottom + 1)
          places = [ from[0], to[0], *cards.flat_map { |rect| [ rect.left - STUB, rect.right + STUB ] } ].uniq
          free = places.select { |x| obstacles.free?(x, top + STUB, x, bottom - STUB) }
          return free.sort_by { |x| (x - from[0]).abs + (x - to[0]).abs }.first(DETOURS) if free.size > 2 || reach > 6000

          reach *= 3
        end
      end

      def clear?(points, obstacles)
        last = points.size - 2
        points.each_cons(2).with_index.all? do |((x1, y1), (x2, y2)), index|
          obstacles.free?(x1, index.zero? ? y1 + 6 : y1, x2, index == last ? y2 - 6 : y2)
        end
      end

      # Without points that change nothing.
      def clean(points)
        points.each_with_object([]) do |point, kept|
          next if kept.last && (kept.last[0] - point[0]).abs < 0.5 && (kept.last[1] - point[1]).abs < 0.5

          kept.pop if kept.size > 1 && in_line?(kept[-2], kept[-1], point)
          kept << point
        end
      end

      def in_line?(one, two, three)
        [ 0, 1 ].any? { |axis| (one[axis] - two[axis]).abs < 0.5 && (two[axis] - three[axis]).abs < 0.5 }
      end

      # Round a corner of the card's face: the upper right one, or the upper left if something of the card
      # stands to the right of its face.
      def loop_at(card, index)
        rect, core = @rects.fetch(card), @cores[card]
        return loop_route(rect, index) unless core

        face = Rect.new(rect.left + core[:left], rect.top + core[:top], core[:right] - core[:left], core[:bottom] - core[:top])
        route = loop_route(face, index)
        core[:right] < rect.width ? route.map { |x, y| [ face.left + face.right - x, y ] } : route
      end

      # From a card to itself: out of the right side and back in at the top.
      def loop_route(rect, index)
        out = 26 + index * 10
        [ [ rect.right, rect.top + 16 + index * 8 ], [ rect.right + out, rect.top + 16 + index * 8 ], [ rect.right + out, rect.top - out ],
          [ rect.right - 22 - index * 12, rect.top - out ], [ rect.right - 22 - index * 12, rect.top ] ]
      end
    end
  end
end
