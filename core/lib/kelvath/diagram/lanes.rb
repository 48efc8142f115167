# frozen_string_literal: true

module Kelvath
  module Diagram
    # Parts lines that would lie on one another: their shared pieces get lanes side by side.
    class Lanes
      STEP = 8
      PASSES = 30
      NEAR = 3 # closer than this counts as lying on one another
      # One inner piece of a route: axis 0 for upright (fixed x), 1 for level (fixed y).
      Piece = Struct.new(:link, :index, :axis, :at, :low, :high, :legs)

      # bundles: { link => bundle or nil }; the lines of one bundle may lie on one another. previous: the Lanes
      # of before; changed: rects that came, went or moved since: groups of lines that neither touched keep their lanes.
      def initialize(routes, obstacles, bundles: {}, previous: nil, changed: [])
        @bundles = bundles
        @known = previous ? previous.found : {}
        @found = {}
        @changed = changed
        @routes = routes.transform_values { |points| points.map(&:dup) }
        @obstacles = obstacles
      end

      # The routes with their inner pieces moved apart.
      def parted
        [ 1, 0 ].each { |axis| bundles(pieces(axis)).each { |bundle| part(bundle, axis) } }
        @routes
      end

      protected

      # { pieces that lay on one another => where each was moved to (nil: it stayed) }
      attr_reader :found

      private

      def pieces(axis)
        @routes.flat_map do |link, points|
          (1...(points.size - 2)).filter_map do |index|
            one, two = points[index], points[index + 1]
            next unless (one[axis] - two[axis]).abs < 0.01

            low, high = [ one[1 - axis], two[1 - axis] ].minmax
            Piece.new(link, index, axis, one[axis], low, high, legs(points, index, axis))
          end
        end
      end

      # The pieces that join it at its ends: [place along it, -1 if they come from the side of smaller
      # numbers (above, or left), 1 if from the other].
      def legs(points, index, axis)
        [ [ points[index], points[index - 1] ], [ points[index + 1], points[index + 2] ] ].map { |corner, other| [ corner[1 - axis], other[axis] <=> corner[axis] ] }
      end

      # Pieces at (nearly) the same place whose extents touch, taken together.
      def bundles(pieces)
        pieces.sort_by { |piece| [ piece.at, piece.low ] }.slice_when { |one, two| two.at - one.at > NEAR }.flat_map do |level|
          reach = nil
          level.sort_by(&:low).slice_when do |one, two|
            reach = [ reach || one.high, one.high ].max
            apart = two.low > reach + STEP
            reach = nil if apart
            apart
          end.to_a
        end.select { |bundle| bundle.size > 1 }
      end

      # A bundle of the same pieces, near nothing that has changed, parts as it did before.
      def part(bundle, axis)
        key = bundle.map(&:to_a)
        known = @known[key] unless near_change?(bundle, axis)
        @found[key] = known || places(bundle, axis)
        bundle.zip(@found[key]) { |piece, at| move(piece, axis, at) if at }
      end

      def places(bundle, axis)
        lanes = assign(ordered(bundle))
        middle = lanes.values.max / 2.0
        bundle.map do |piece|
          offset = (lanes[piece] - middle) * STEP
          [ piece.at + offset, piece.at + offset / 2.0 ].find { |at| clear?(piece, axis, at) }
        end
      end

      def near_change?(bundle, axis)
        return false if @changed.empty?

        reach = (bundle.size * STEP) + Obstacles::MARGIN
        low, high = bundle.map(&:low).min - reach, bundle.map(&:high).max + reach
        at = bundle.map(&:at).minmax
        @changed.any? do |rect|
          across, along = axis == 1 ? [ [ rect.top, rect.bottom ], [ rect.left, rect.right ] ] : [ [ rect.left, rect.right ], [ rect.top, rect.bottom ] ]
          across[0] <= at[1] + reach && across[1] >= at[0] - reach && along[0] <= high && along[1] >= low
        end
      end

      # The order, first lane first, in which the pieces cross each other's legs least: neighbours
      # change places for as long as that saves a crossing.
      def ordered(bundle)
        order = bundle.sort_by { |piece| [ piece.legs.sum { |_, side| side }, piece.low ] }
        PASSES.times do
          swapped = (0...(order.size - 1)).count do |index|
            one, two = order[index], order[index + 1]
            next false unless crossings(two, one) < crossings(one, two)

            order[index], order[index + 1] = two, one
          end
          break if swapped.zero?
        end
        order
      end

      # How often the two cross if the first has the lane before the second.
      def crossings(first, second)
        second.legs.count { |at, side| side.negative? && at > first.low && at < first.high } +
          first.legs.count { |at, side| side.positive? && at > second.low && at < second.high }
      end

      # { piece => lane number }: after every earlier piece that it lies beside.
      def assign(order)
        order.each_with_index.with_object({}.compare_by_identity) do |(piece, index), lanes|
          kin = order.first(index).find { |other| @bundles[other.link] && @bundles[other.link] == @bundles[piece.link] }
          beside = order.first(index).select { |other| other.low < piece.high + STEP && piece.low < other.high + STEP }
          lanes[piece] = kin ? lanes[kin] : (beside.map { |other| lanes[other] }.max || -1) + 1
        end
      end

      def move(piece, axis, at)
        points = @routes[piece.link]
        points[piece.index][axis] = at
        points[piece.index + 1][axis] = at
      end

      def clear?(piece, axis, at)
        axis == 1 ? @obstacles.free?(piece.low, at, piece.high, at) : @obstacles.free?(at, piece.low, at, piece.high)
      end
    end
  end
end
