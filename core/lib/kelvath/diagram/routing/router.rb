# frozen_string_literal: true

module Kelvath
  module Diagram
    # Draws lines between cards from level and upright pieces that run round the cards between, each in the simplest
    # shape that is free (Ways, Staircase). Lines that would lie on one another are parted afterwards (Lanes).
    class Router
      CROSSING = 150 # a crossing weighs as much as so much length
      MOST_MOVED = 0.5 # share of the cards; if more than that are elsewhere, hardly a line runs as before

      attr_reader :rects, :pairs, :raw

      # rects: { id => Rect }; links: [[id, from id, to id, bundle], …]: links of one bundle (or nil)
      # leave their first card together; cores: { id => core } of cards (see Cards::Card); previous: a Router whose
      # routes stay wherever neither their ends nor a card in their way have changed; step: as Lanes takes it.
      def initialize(rects, links, cores: {}, previous: nil, step: LanePass::STEP)
        @step = step
        @rects = rects
        @cores = cores
        @previous = previous
        @given = links
        @loops, @links, @bundles, @at = previous&.given.equal?(links) ? previous.sorted_links : sort(links)
        @older, @changed = previous ? previous.other(rects) : [ {}, {} ]
        @older, @changed, @previous = {}, {}, nil if @older.size + @changed.size > 2 * MOST_MOVED * rects.size
        @upright = @previous ? @previous.upright.with(@older, @changed) : Obstacles.new(rects)
        @level = @previous&.level_for(@older, @changed)
      end

      # { link id => [[x, y], …] } from the first card to the second.
      def routes
        @pairs = find_pairs
        come = bars(@changed)
        left = bars(@older.reject { |id, rect| @rects[id]&.covers?(rect) })
        @raw, @untried = {}, {}
        @pairs.each { |id, pair| @raw[id] = kept(id, pair, come, left) || short_way(id, pair) }
        @blocked, @through = still(@previous&.blocked), still(@previous&.through)
        take_detours
        near = areas
        @untangling = Untangling.new(@raw, @pairs, @links, @upright, previous: @previous&.untangling,
                                     changed: near) { level }
        @lanes = Lanes.new(@untangling.routes, @upright, bundles: @bundles, previous: @previous&.lanes, changed: near,
                           step: @step)
        found = @lanes.parted.dup
        @loops.group_by { |_, from, _| from }.each_value do |list|
          list.each_with_index { |(id, from, _), index| found[id] = loop_at(from, index) }
        end
        @links.each { |id, from, to| found[id] = inwards(found[id], from, to) } unless @cores.empty?
        @previous = @untried = nil # or every older router would live on in the one after it
        found
      end

      protected

      # blocked: { link id => true } of the lines that have no short way; through: of those for which no way was free
      attr_reader :upright, :cores, :given, :links, :lanes, :untangling, :traffic, :blocked, :through

      # The obstacles of sideways lines after some cards came, went or moved, if there have been some before.
      def level_for(*lists) = @level&.with(*lists.map { |list| list.transform_values(&:flipped) })

      # { id => Rect } of the cards that are not there, elsewhere or of another size in other rects: as they are here,
      # and as they are there.
      def other(rects) = [ differing(@rects, rects), differing(rects, @rects) ]

      # Lines from a card to itself; all others; { link id => bundle }; { card id => [place among the others, …] }.
      def sorted_links = [ @loops, @links, @bundles, @at ]

      private

      # Most rects are the very same.
      def differing(rects, others)
        rects.reject { |id, rect| (other = others[id]).equal?(rect) || other == rect }
      end

      def sort(links)
        loops, others = links.partition { |_, from, to| from == to }
        at = Hash.new([].freeze)
        others.each_with_index { |(_, from, to), index| [ from, to ].each { |card| at[card] += [ index ] } }
        [ loops, others, links.to_h { |id, _, _, bundle| [ id, bundle ] }, at ]
      end

      # Where lines leave and reach cards. Such a place depends on the two cards, and on what else is tied to
      # them, so those far from any change stay.
      def find_pairs
        return Ports.new(@rects, @links, cores: @cores).pairs unless @previous

        changed = changed_cards
        other = links_at(changed + ends_of(links_at(changed)))
        fresh = Ports.new(@rects, links_at(ends_of(other)), cores: @cores).pairs.slice(*other.map(&:first))
        return @previous.pairs.merge(fresh) if @links.equal?(@previous.links)

        @links.to_h { |id, *| [ id, fresh[id] || @previous.pairs.fetch(id) ] }
      end

      # Cards that came, went, moved or grew, and those that lines came to or left.
      def changed_cards
        moved = @older.keys | @changed.keys |
                (@cores.keys | @previous.cores.keys).reject { |id| @cores[id] == @previous.cores[id] }
        return moved if @links.equal?(@previous.links) || @links == @previous.links

        moved + ((@links - @previous.links) + (@previous.links - @links)).flat_map { |_, from, to| [ from, to ] }
      end

      # The lines that leave or reach these cards, in their order.
      def links_at(cards) = cards.flat_map { |card| @at[card] }.uniq.sort.map { |index| @links[index] }
      def ends_of(links) = links.flat_map { |_, from, to| [ from, to ] }.uniq

      # Where only a part of a card is its face, lines go on to that.
      def inwards(points, from, to)
        [ reaching(points.first, from), *points[1..-2], reaching(points.last, to) ]
      end

      def reaching((x, y), card)
        rect, core = @rects.fetch(card), @cores[card]
        return [ x, y ] unless core

        return [ x, rect.top + core[:top] ] if (y - rect.top).abs < 0.5
        return [ x, rect.top + core[:bottom] ] if (y - rect.bottom).abs < 0.5

        (x - rect.left).abs < 0.5 ? [ rect.left + core[:left], y ] : [ rect.left + core[:right], y ]
      end

      # Of what was known of lines, what holds for those that run as before.
      def still(known) = known.to_h.select { |id, _| @raw[id] && @raw[id].equal?(@previous.raw[id]) }

      # Where changed cards were and are, as one rect if the two overlap: most that change stay in their place.
      def areas
        joined = @older.filter_map { |id, rect| [ id, rect.union(@changed[id]) ] if @changed[id]&.overlaps?(rect) }.to_h
        @older.merge(joined).values + @changed.except(*joined.keys).values
      end

      # The route of before, if its ends are the same and no changed card stands in its way. A line for which no way
      # was free runs on through the cards, until one of these has left.
      def kept(id, pair, changed, left)
        points = @previous&.raw&.fetch(id, nil)
        return unless points
        return unless (was = @previous.pairs[id]).equal?(pair) || was == pair

        points if (@previous.through[id] ? left : changed).none? { |bar| touches?(points, *bar) }
      end

      # [[left, right, top, bottom], …]: where lines would run through these cards, or too near them.
      def bars(rects)
        rects.each_value.map { |rect| rect.grown(Obstacles::MARGIN) }.map do |rect|
          [ rect.left, rect.right, rect.top, rect.bottom ]
        end
      end

      # Does an inner piece of a route reach into an area?
      def touches?(points, left, right, top, bottom)
        index = 1
        while index < points.size - 2
          x1, y1 = points[index]
          x2, y2 = points[index += 1]
          return true if (x1 < right || x2 < right) && (x1 > left || x2 > left) && (y1 < bottom || y2 < bottom) &&
                         (y1 > top || y2 > top)
        end
        false
      end

      # A straight line or one step; nil if that is not free.
      def short_way(id, pair)
        ways = ways(pair)
        points = ways.short
        return put_right(points, pair) if points

        @untried[id] = ways
        nil
      end

      # Lines whose short way is blocked go through the gaps between cards, the nearer cards first, by a way that
      # crosses few of the lines drawn before; where cards stand in no rows, by the best way through a single gap.
      def take_detours
        @untried.each_key { |id| @blocked[id] = true }
        @traffic = known_traffic
        rows = @blocked.size * 2 < @pairs.size # where most lines are blocked, cards stand in no order to step through
        @untried.sort_by { |id, _| distance(@pairs[id]) }.each do |id, ways|
          pair = @pairs[id]
          found = [ (staircase(ways, pair) if rows) ].compact
          found = ways.detours if found.empty?
          @through[id] = true if found.empty?
          found = [ ways.through ] if found.empty?
          @raw[id] = best(found.map { |points| put_right(points, pair) })
          @traffic.add(@raw[id])
        end
      end

      # Crossings are counted only for a way that is short enough to be the best.
      def best(ways)
        best, least = nil
        ways.each do |points|
          cost = extent(points)
          next if least && cost >= least

          cost += @traffic.crossings(points) * CROSSING
          best, least = points, cost if least.nil? || cost < least
        end
        best
      end

      def staircase(ways, pair)
        Staircase.new(ways.obstacles, @traffic, flipped: !pair.upright?).way(ways.from, ways.to)
      end

      # The lines that are not blocked.
      def known_traffic
        return @raw.each_value.compact.reduce(Traffic.new) { |traffic, points| traffic.add(points) } unless @previous

        gone = @previous.raw.filter_map { |id, points| points unless points.equal?(@raw[id]) }
        come = @raw.filter_map { |id, points| points unless points.nil? || points.equal?(@previous.raw[id]) }
        @previous.traffic.with(gone, come)
      end

      # Ways are sought from the upper card to the lower: those of sideways lines in a drawing with x and y exchanged,
      # those of upward ones from their end.
      def ways(pair)
        ends = pair.upright? ? [ pair.from, pair.to ] : [ pair.from.reverse, pair.to.reverse ]
        ends.reverse! if ends[0][1] > ends[1][1]
        Ways.new(*ends, pair.upright? ? @upright : level)
      end

      # The points of such a way as they are in the drawing, from the first card to the second.
      def put_right(points, pair)
        upward = pair.upright? ? pair.from[1] > pair.to[1] : pair.from[0] > pair.to[0]
        points = points.reverse if upward
        clean(pair.upright? ? points : points.map(&:reverse))
      end

      def level = @level ||= Obstacles.new(@rects.transform_values(&:flipped))
      def distance(pair) = (pair.from[0] - pair.to[0]).abs + (pair.from[1] - pair.to[1]).abs
      def extent(points) = points.each_cons(2).sum { |(x1, y1), (x2, y2)| (x1 - x2).abs + (y1 - y2).abs }

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

        face = Rect.new(rect.left + core[:left], rect.top + core[:top], core[:right] - core[:left],
                        core[:bottom] - core[:top])
        route = loop_route(face, index)
        core[:right] < rect.width ? route.map { |x, y| [ face.left + face.right - x, y ] } : route
      end

      # From a card to itself: out of the right side and back in at the top.
      def loop_route(rect, index)
        out = 26 + index * 10
        [ [ rect.right, rect.top + 16 + index * 8 ], [ rect.right + out, rect.top + 16 + index * 8 ],
          [ rect.right + out, rect.top - out ],
          [ rect.right - 22 - index * 12, rect.top - out ], [ rect.right - 22 - index * 12, rect.top ] ]
      end
    end
  end
end
