# frozen_string_literal: true

module Kelvath
  module Diagram
    # The shapes that one line can take round the cards between its two ends, in level and upright pieces, from the
    # simplest on.
    class Ways
      STUB = 20 # the least a line runs straight out of a card: room for its end mark
      APPROACH = 32 # above the lower card: half of what a layered layout leaves between layers
      DETOURS = 12 # gaps, and heights, tried for a blocked way

      # The ends, [x, y], the upper one first; the Obstacles between.
      attr_reader :from, :to, :obstacles

      # As the readers say.
      def initialize(from, to, obstacles)
        @from, @to, @obstacles = from, to, obstacles
      end

      # The points of a straight line or one of a single step; nil if neither is free.
      def short = straight || step

      # [points, …]: down, across into a gap between cards, down the gap, across, down, for each gap that is free.
      def detours
        top = @from[1] + STUB
        bottom = @to[1] - STUB
        levels = bottom > top ? heights : [ top, bottom ].minmax
        highs = ([ top ] + levels).uniq.sort.first(DETOURS)
        lows = ([ @to[1] - APPROACH, bottom ] + levels).uniq.sort.reverse.first(DETOURS)
        down, up = room
        highs = highs.select { |y| y <= down }
        lows = lows.select { |y| y >= up }
        return [] if highs.empty? || lows.empty?

        gaps = gaps()
        leaving, coming = widths(@from[0], gaps), widths(@to[0], gaps)
        gaps.filter_map do |x|
          high = highs.find { |y| leaving[y].cover?(x) } or next
          low = lows.find { |y| coming[y].cover?(x) } or next
          next unless @obstacles.free?(x, high, x, low)

          [ @from, [ @from[0], high ], [ x, high ], [ x, low ], [ @to[0], low ], @to ]
        end
      end

      # Where cards lie so tight that no way is free: through them.
      def through
        middle = (@from[1] + @to[1]) / 2.0
        [ @from, [ @from[0], middle ], [ @to[0], middle ], @to ]
      end

      private

      def straight
        [ @from, @to ] if (@from[0] - @to[0]).abs < 1 && @obstacles.free?(@from[0], @from[1] + 6, @to[0], @to[1] - 6)
      end

      # Down, across, down: the crossing as near the middle as is free.
      def step
        return if @to[1] - @from[1] < STUB

        down, up = room
        y = heights.find { |each| each <= down && each >= up && @obstacles.free?(@from[0], each, @to[0], each) }
        [ @from, [ @from[0], y ], [ @to[0], y ], @to ] if y
      end

      # How far down the upper end, and how far up the lower end, can run straight.
      def room
        [ @obstacles.reach_down(@from[0], @from[1] + 6, @to[1]), @obstacles.reach_up(@to[0], @to[1] - 6, @from[1]) ]
      end

      # { height => how far a level line from x can run there, as a Range }, looked for when it is asked for.
      def widths(x, gaps)
        left, right = [ x, *gaps ].minmax
        Hash.new { |known, y| known[y] = @obstacles.reach_across(x, y, left, right) }
      end

      # Heights between the two ends where a level piece may run: first the one that all lines to
      # cards of the same height share, so that their order can be chosen; then the middle; then beside cards.
      def heights = @heights ||= find_heights

      def find_heights
        low = @from[1] + STUB
        high = @to[1] - STUB
        middle = (@from[1] + @to[1]) / 2.0
        return [ middle ] if high <= low

        shared = @to[1] - APPROACH
        nearest = beside([ @from[0], @to[0] ].minmax, low, high).min_by(DETOURS * 2) { |y| [ (y - middle).abs, y ] }
        [ *(shared if shared > low), middle, low, high, *nearest ].uniq.first(DETOURS * 2)
      end

      # Heights above and below cards between two sides, at least those nearest to the middle that are wanted: the
      # cards of a narrow band, or of a wider one if that has too few.
      def beside((left, right), low, high)
        middle = (low + high) / 2.0
        reach = 400.0
        loop do
          cards = @obstacles.within(left - 1, [ low, middle - reach ].max, right + 1, [ high, middle + reach ].min)
          near = cards.flat_map { |card| [ card.top - STUB, card.bottom + STUB ] }.uniq
          near.select! { |y| y.between?(low, high) && (y - middle).abs <= reach - STUB }
          return near if near.size >= DETOURS * 2 || reach > (high - low) / 2 + STUB

          reach *= 3
        end
      end

      # Places beside cards where an upright piece may pass, nearest to the way first.
      def gaps
        top, bottom = @from[1], @to[1]
        left, right = [ @from[0], @to[0] ].minmax
        reach = 200
        loop do
          cards = @obstacles.within(left - reach, top - 1, right + reach, bottom + 1)
          places = [ @from[0], @to[0], *cards.flat_map { |card| [ card.left - STUB, card.right + STUB ] } ].uniq
          walls = Obstacles.walls(cards.select { |card| card.top < bottom - STUB && card.bottom > top + STUB })
          open = places.select { |x| open?(walls, x) }.sort_by { |x| [ (x - @from[0]).abs + (x - @to[0]).abs, x ] }
          free = open.lazy.select { |x| @obstacles.free?(x, top + STUB, x, bottom - STUB) }.first(DETOURS)
          return free if free.size > 2 || reach > 6000

          reach *= 3
        end
      end

      def open?(walls, x)
        wall = walls.bsearch { |_, right| right > x }
        wall.nil? || wall[0] >= x
      end
    end
  end
end
