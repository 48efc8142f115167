# frozen_string_literal: true

module Kelvath
  module Diagram
    # Parts lines that would lie on one another: their shared pieces get lanes side by side. First the level pieces
    # are parted, then the upright ones of what that gives.
    class Lanes
      # bundles: { link => bundle or nil }; the lines of one bundle may lie on one another. previous: the Lanes of
      # before; changed: rects that came, went or moved since: lines that neither touched stay as they are. step:
      # drawing units between two level lanes.
      def initialize(routes, obstacles, bundles: {}, previous: nil, changed: [], step: LanePass::STEP)
        @routes = routes
        @obstacles = obstacles
        @bundles = bundles
        @previous = previous
        @changed = changed
        @step = step
      end

      # The routes with their inner pieces moved apart. Routes that are as before are the very same objects.
      def parted
        known = @previous ? @previous.passes : [ nil, nil ]
        level = LanePass.new(@routes, 1, @obstacles, bundles: @bundles, previous: known.first, changed: @changed,
                                                     step: @step)
        upright = LanePass.new(level.routes, 0, @obstacles, bundles: @bundles, previous: known.last, changed: @changed)
        @passes = [ level, upright ]
        @previous = nil # or all older lanes would live on in those after them
        upright.routes
      end

      protected

      attr_reader :passes
    end
  end
end
