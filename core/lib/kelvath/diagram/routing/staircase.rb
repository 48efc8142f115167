# frozen_string_literal: true

module Kelvath
  module Diagram
    # The way of a line down through rows of cards: level pieces run in the corridors between rows, upright ones
    # through the gaps of each row, and which gaps are taken is the cheapest path from row to row, found as Dijkstra's
    # is. Rows are what stands beside one another in the part of the drawing that the line runs through: those of a
    # layered layout, or whatever a person has laid.
    class Staircase
      GAPS = 5 # of each row that are thought about, those nearest to the straight way
      REACH = 700 # drawing units to both sides of the line
      ROOM = 40 # less between two rows, and no level piece runs there
      BESIDE = 15 # from a card to a line in its gap
      BEND = 60 # a step weighs as much as so much length

      # obstacles: Obstacles; traffic: the Traffic of the lines so far; flipped: is that of a drawing in which x and y
      # are not exchanged, as they are in this one?
      def initialize(obstacles, traffic, flipped: false)
        @obstacles, @traffic, @flipped = obstacles, traffic, flipped
      end

      # Points from one end to the other, the first above the second; nil if there is no such way.
      def way(from, to)
        @from, @to = from, to
        rows = rows_between
        levels = levels_of(rows)
        reached = [ [ from[0], 0.0, nil ] ] # x, what it has cost to come there, the state it was come from
        height = from[1]
        [ *rows, nil ].zip(levels) do |row, level|
          reached = onwards(reached, row ? gaps(row, level) : [ to[0] ], height, level)
          height = level || height
        end
        points(reached.first, levels) if reached.any?
      end

      private

      # [[top, bottom, cards], …] from above to below.
      def rows_between
        left, right = [ @from[0], @to[0] ].minmax
        cards = @obstacles.within(left - REACH, @from[1] + 1, right + REACH, @to[1] - 1)
        cards.sort_by(&:top).each_with_object([]) do |card, rows|
          row = rows.last
          if row && card.top < row[1] + ROOM
            row[1] = card.bottom if card.bottom > row[1]
            row[2] << card
          else rows << [ card.top, card.bottom, [ card ] ]
          end
        end
      end

      # Where a level piece may run above each row, and above the end: nil where there is no room. It is the height
      # that all lines to cards of that row share, so that their order can be chosen.
      def levels_of(rows)
        [ @from[1], *rows.map { |row| row[1] } ].zip([ *rows.map(&:first), @to[1] ]).map do |bottom, top|
          [ top - Ways::APPROACH, bottom + Ways::STUB ].max unless top - bottom < ROOM
        end
      end

      # Places in a row where an upright piece may pass; with no level above it, only straight on from where one comes.
      def gaps(row, level)
        walls = Obstacles.walls(row[2])
        open = [ @from[0], @to[0], *walls.flat_map { |left, right| [ left - BESIDE, right + BESIDE ] } ].uniq
        open.select! { |x| walls.none? { |left, right| x > left && x < right } }
        return open if level.nil?

        straight = @from[0] + (@to[0] - @from[0]) * ((row[0] + row[1]) / 2.0 - @from[1]) / (@to[1] - @from[1])
        [ *open.min_by(GAPS) { |x| [ (x - straight).abs, x ] }, *([ @from[0], @to[0] ] & open) ].uniq
      end

      # The cheapest state for each of these places.
      def onwards(states, places, height, level)
        down = states.map { |state| level ? state[1] + Router::CROSSING * upright(state[0], height, level) : state[1] }
        places.filter_map do |x|
          best = least = nil
          states.each_with_index do |state, index|
            next if level.nil? && state[0] != x

            cost = down[index] + (state[0] == x ? 0 : across(state[0], x, level))
            best, least = state, cost if least.nil? || cost < least
          end
          [ x, least, best ] if best
        end
      end

      def across(from, to, level)
        (from - to).abs + BEND + Router::CROSSING * @traffic.across(!@flipped, level, *[ from, to ].minmax)
      end

      def upright(x, top, bottom) = @traffic.across(@flipped, x, top, bottom)

      def points(state, levels)
        places = []
        while state
          places.unshift(state[0])
          state = state[2]
        end
        turns = places.each_cons(2).zip(levels).reject { |(one, two), _| one == two }
        [ [ places.first, @from[1] ], *turns.flat_map { |(one, two), y| [ [ one, y ], [ two, y ] ] }, @to ]
      end
    end
  end
end
