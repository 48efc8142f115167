# frozen_string_literal: true

module Kelvath
  module Diagram
    # Parts lines that would lie on one another: their shared pieces get lanes side by side.
    class Lanes
      STEP = 8
      NEAR = 3 # closer than this counts as lying on one another
      # One inner piece of a route: axis 0 for upright (fixed x), 1 for level (fixed y).
      Piece = Struct.new(:link, :index, :axis, :at, :low, :high, :lean)

      def initialize(routes, obstacles)
        @routes = routes.transform_values { |points| points.map(&:dup) }
        @obstacles = obstacles
      end

      # The routes with their inner pieces moved apart.
      def parted
        [ 1, 0 ].each { |axis| bundles(pieces(axis)).each { |bundle| part(bundle, axis) } }
        @routes
      end

      private

      def pieces(axis)
        @routes.flat_map do |link, points|
          (1...(points.size - 2)).filter_map do |index|
            one, two = points[index], points[index + 1]
            next unless (one[axis] - two[axis]).abs < 0.01

            low, high = [ one[1 - axis], two[1 - axis] ].minmax
            Piece.new(link, index, axis, one[axis], low, high, lean(points, index, axis))
          end
        end
      end

      # Which way the neighbouring pieces leave tells the order that saves crossings: a level piece
      # that falls to the right lies above one that starts further left.
      def lean(points, index, axis)
        along = points[index + 1][1 - axis] <=> points[index][1 - axis]
        across = points[index][axis] <=> points[index - 1][axis]
        along * (across.zero? ? 1 : across)
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

      def part(bundle, axis)
        lanes = assign(bundle.sort_by { |piece| piece.lean.positive? ? [ 0, -piece.low ] : [ 1, piece.high ] })
        bundle.each do |piece|
          offset = (lanes[piece] - (lanes.values.max / 2.0)) * STEP
          shift(piece, axis, offset) || shift(piece, axis, offset / 2.0)
        end
      end

      # { piece => lane number }: the first lane in which nothing lies where the piece lies.
      def assign(sorted)
        taken = []
        sorted.each_with_object({}.compare_by_identity) do |piece, lanes|
          lane = taken.size
          lane -= 1 while lane.positive? && taken[lane - 1].none? { |low, high| low < piece.high + STEP && piece.low < high + STEP }
          (taken[lane] ||= []) << [ piece.low, piece.high ]
          lanes[piece] = lane
        end
      end

      def shift(piece, axis, offset)
        at = piece.at + offset
        points = @routes[piece.link]
        return unless clear?(piece, axis, at)

        points[piece.index][axis] = at
        points[piece.index + 1][axis] = at
      end

      def clear?(piece, axis, at)
        axis == 1 ? @obstacles.free?(piece.low, at, piece.high, at) : @obstacles.free?(at, piece.low, at, piece.high)
      end
    end
  end
end
