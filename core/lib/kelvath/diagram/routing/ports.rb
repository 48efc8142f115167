# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where lines leave and reach cards: on which side, and how the lines of one side are spread.
    class Ports
      # A line's two ends: sides (:left, :right, :top, :bottom) and points [x, y].
      Pair = Struct.new(:from_side, :to_side, :from, :to, keyword_init: true) do
        def upright? = %i[top bottom].include?(from_side)
      end
      CLEARANCE = 30 # less room than this between two cards, and lines take another side
      EDGE = 14 # from a card's corner to the first line

      # links: [[id, from id, to id, bundle], …] without lines from a card to itself; cores: see Router.
      def initialize(rects, links, cores: {})
        @cores = cores
        @rects = rects
        @links = links
      end

      # { link id => Pair }
      def pairs
        sides = @links.to_h { |id, from, to| [ id, sides(@rects.fetch(from), @rects.fetch(to)) ] }
        places = spread(sides)
        @links.to_h do |id, from, to|
          pair = Pair.new(from_side: sides[id][0], to_side: sides[id][1],
                          from: point(from, sides[id][0], places[[ id, :from ]]),
                          to: point(to, sides[id][1], places[[ id, :to ]]))
          [ id, pair ]
        end
      end

      private

      def sides(from, to)
        down = to.top - from.bottom
        up = from.top - to.bottom
        right = to.left - from.right
        left = from.left - to.right
        return %i[bottom top] if down >= CLEARANCE
        return %i[top bottom] if up >= CLEARANCE

        right >= left ? %i[right left] : %i[left right]
      end

      # { [link id, :from or :to] => coordinate along the side }
      def spread(sides)
        ends = Hash.new { |hash, key| hash[key] = [] }
        @links.each do |id, from, to, bundle|
          ends[[ from, sides[id][0] ]] << [ id, :from, to, bundle ]
          ends[[ to, sides[id][1] ]] << [ id, :to, from ]
        end
        places = ends.each_with_object({}) { |((card, side), list), found| spread_side(card, side, list, found) }
        straighten(ends, places)
        places
      end

      # The ends of one side in the order of what they lead to; those of a bundle take one place.
      def spread_side(card, side, list, found)
        low, high = range(card, side)
        groups = list.group_by { |id, which, _, bundle| which == :from && bundle ? bundle : [ id, which ] }.values
        sorted = groups.sort_by do |group|
          [ group.sum { |_, _, other| center(other, side) } / group.size, group.first.first ]
        end
        sorted.each_with_index do |group, index|
          group.each { |id, which, *| found[[ id, which ]] = low + (high - low) * (index + 1) / (sorted.size + 1.0) }
        end
      end

      # A line alone on its side moves so that it can run straight, if the other end allows.
      def straighten(ends, places)
        ends.each do |(card, side), list|
          next unless list.one?

          id, which, = list.first
          low, high = range(card, side)
          other = places[[ id, which == :from ? :to : :from ]]
          places[[ id, which ]] = other if other.between?(low, high)
        end
      end

      def range(card, side)
        rect = @rects.fetch(card)
        left, right, top_left = @cores[card]&.values_at(:left, :right, :top_left) || [ 0, rect.width, 0 ]
        left = top_left if side == :top && top_left && right - top_left > EDGE * 3
        if %i[top bottom].include?(side)
          [ rect.left + left + EDGE, rect.left + right - EDGE ]
        else
          [ rect.top + EDGE, rect.bottom - EDGE ]
        end
      end

      def center(card, side) = %i[top bottom].include?(side) ? @rects.fetch(card).center_x : @rects.fetch(card).center_y

      def point(card, side, along)
        rect = @rects.fetch(card)
        case side
        when :top then [ along, rect.top ]
        when :bottom then [ along, rect.bottom ]
        when :left then [ rect.left, along ]
        else [ rect.right, along ]
        end
      end
    end
  end
end
