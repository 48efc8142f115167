# frozen_string_literal: true

module Kelvath
  module Diagram
    # One direction of Lanes: all level or all upright pieces of some routes. It takes over from the pass before it
    # what lies at places where nothing has changed.
    class LanePass
      STEP = 8 # drawing units between two lanes
      FEW = 8 # lines of a bundle whose lanes lie evenly about their middle
      NEAR = 3 # closer than this counts as lying on one another
      # One inner piece of a route: at its fixed coordinate, from low to high along the other. The pieces that join it
      # at its two ends come from the side of smaller numbers (above, or left): -1, or from the other: 1.
      Piece = Struct.new(:link, :index, :at, :low, :high, :low_side, :high_side)
      # Pieces at (nearly) one place, with the bundles of those that touch, [[piece, …], …], and the area of each:
      # [[least, most (across), low, high (along)], …].
      Level = Struct.new(:pieces, :bundles, :areas)

      # axis: 0 for upright pieces (fixed x), 1 for level ones (fixed y); step: drawing units between two
      # lanes; the rest as Lanes takes it.
      def initialize(given, axis, obstacles, bundles:, previous:, changed:, step: STEP)
        @step = step
        @given = given
        @axis = axis
        @obstacles = obstacles
        @bundles = bundles
        @previous = previous
        @changed = changed.map { |rect| axis == 1 ? rect.flipped : rect } # as if its pieces were upright
        # { piece => where it was moved to }, { piece => how far its lane lies beside it }
        @places, @offsets = [ previous&.places, previous&.offsets ].map { |known| known.dup || {}.compare_by_identity }
        @unsettled = {} # { link => true } of those that may lie elsewhere than before
        collect
        part
        @routes = moved
        @previous = nil
      end

      # { link => points } with the pieces moved apart.
      attr_reader :routes

      protected

      attr_reader :given, :pieces, :sorted, :levels, :places, :offsets

      private

      # -- the pieces --

      def collect
        known = @previous ? @previous.given : {}
        @same_links = @previous && known.keys == @given.keys
        @fresh, @pieces = {}, @same_links ? @previous.pieces.dup : {}
        @given.each do |link, points|
          if !known[link].equal?(points)
            @fresh[link] = true
            @pieces[link] = pieces_of(link, points)
          elsif !@same_links then @pieces[link] = @previous.pieces.fetch(link)
          end
        end
        @sorted = @previous ? merged : @pieces.values.flatten.sort_by { |piece| rank(piece) }
      end

      def rank(piece) = [ piece.at, piece.low, piece.link, piece.index ]

      # The pieces of before that are still there, with the new ones in their places.
      def merged
        gone = {}.compare_by_identity
        @previous.pieces.each do |link, pieces|
          pieces.each { |piece| gone[piece] = true } unless pieces.equal?(@pieces[link])
        end
        gone.each_key { |piece| forget(piece) }
        old = gone.empty? ? @previous.sorted : @previous.sorted.reject { |piece| gone.key?(piece) }
        fresh = @fresh.keys.flat_map { |link| @pieces.fetch(link) }.sort_by { |piece| rank(piece) }
        return old if fresh.empty?

        from = 0
        joined = fresh.flat_map do |piece|
          order = rank(piece)
          upto = old.bsearch_index { |other| (rank(other) <=> order).positive? } || old.size
          part = old[from...upto] << piece
          from = upto
          part
        end
        joined.concat(old.drop(from))
      end

      def pieces_of(link, points)
        (1...(points.size - 2)).filter_map do |index|
          one, two = points[index], points[index + 1]
          next unless (one[@axis] - two[@axis]).abs < 0.01

          ends = [ [ one, points[index - 1] ], [ two, points[index + 2] ] ]
          (low, low_side), (high, high_side) = ends.map { |corner, beyond|
            [ corner[1 - @axis], beyond[@axis] <=> corner[@axis] ]
          }.sort
          Piece.new(link, index, one[@axis], low, high, low_side, high_side)
        end
      end

      # -- which lie on one another --

      def part
        @levels = {}.compare_by_identity
        from = index = 0
        while (piece = @sorted[index])
          following = @sorted[index += 1]
          next if following && following.at - piece.at <= NEAR

          index - from == 1 ? leave_alone(piece) : part_level(@sorted[from...index])
          from = index
        end
      end

      def part_level(pieces)
        known = known_level(pieces)
        level = @levels[pieces.first] = known || new_level(pieces)
        level.bundles.each_with_index do |bundle, index|
          near = @changed.any? && near_change?(bundle, level.areas[index])
          if !known then place(bundle, near)
          elsif near then place_again(bundle)
          end
        end
      end

      def new_level(pieces)
        unsettle(pieces)
        pieces.each { |piece| forget(piece) }
        bundles = touching(pieces)
        Level.new(pieces, bundles, bundles.map { |bundle| [ *bundle.map(&:at).minmax, bundle.map(&:low).min,
                                                            bundle.map(&:high).max ] })
      end

      def leave_alone(piece) = @places.key?(piece) && (unsettle([ piece ]) && forget(piece))
      def unsettle(pieces) = pieces.each { |piece| @unsettled[piece.link] = true }

      def forget(piece)
        @places.delete(piece)
        @offsets.delete(piece)
      end

      # The level of before, if it is made of the very same pieces.
      def known_level(pieces)
        known = @previous&.levels&.fetch(pieces.first, nil) or return
        same = known.pieces.size == pieces.size &&
               pieces.each_index.all? { |index| known.pieces[index].equal?(pieces[index]) }
        known if same
      end

      # Two or more pieces whose extents touch.
      def touching(pieces)
        reach = nil
        groups = pieces.sort_by { |piece| [ piece.low, piece.link, piece.index ] }.slice_when do |one, two|
          reach = [ reach || one.high, one.high ].max
          apart = two.low > reach + @step
          reach = nil if apart
          apart
        end
        groups.select { |bundle| bundle.size > 1 }
      end

      # A bundle of other pieces than before; near: has something changed near it?
      def place(bundle, near)
        lanes_of(bundle, near).each { |piece, at| @places[piece] = at if at }
      end

      # A bundle of the same pieces keeps its lanes; what has changed near it may bar some of them, or free them.
      def place_again(bundle)
        unsettle(bundle)
        bundle.each do |piece|
          offset = @offsets[piece]
          next if settled?(piece, offset, true)

          at = place_for(piece, offset)
          at ? @places[piece] = at : @places.delete(piece)
        end
      end

      def near_change?(bundle, area) = changed_in?(*area, (bundle.size * @step) + Obstacles::MARGIN)

      # Has a card come or gone near an area? least, most: across; low, high: along; reach: how near.
      def changed_in?(least, most, low, high, reach)
        @changed.any? do |rect|
          rect.left <= most + reach && rect.right >= least - reach && rect.top <= high + reach &&
            rect.bottom >= low - reach
        end
      end

      # -- lanes --

      # [[piece, where it goes or nil], …]; near: has something changed near the bundle?
      def lanes_of(bundle, near)
        order = LaneOrder.of(bundle)
        numbers = assign(order)
        middle = middle_of(numbers)
        order.zip(numbers).map do |piece, number|
          offset = (number - middle) * @step
          @offsets[piece] = offset
          [ piece, settled?(piece, offset, near) ? @previous.places[piece] : place_for(piece, offset) ]
        end
      end

      # The lane that lies where all of them would: among many a whole one, so that most lines stay where they are when
      # one more comes.
      def middle_of(numbers) = numbers.size > FEW ? numbers.max / 2 : numbers.max / 2.0

      # Its lane, or half of the way to it, or beside that if it is the lane of another; nil if none is clear.
      def place_for(piece, offset)
        half = offset / 2.0
        apart = (half % @step).zero? ? (offset <=> 0) * @step / 4.0 : 0
        [ offset, half + apart, half - apart ].uniq.map { |way| piece.at + way }.find { |at| clear?(piece, at) }
      end

      # Has it the lane it had, and nothing near has changed?
      def settled?(piece, offset, near)
        return false unless @previous && @previous.offsets[piece] == offset

        far = offset.abs
        !near || !changed_in?(piece.at - far, piece.at + far, piece.low, piece.high, Obstacles::MARGIN)
      end

      # Lane numbers of pieces in that order: each after every earlier one that it lies beside.
      def assign(order)
        lows, highs = order.map(&:low), order.map(&:high)
        kin = {} # { bundle => lane }
        order.each_with_object([]) do |piece, numbers|
          bundle = @bundles[piece.link]
          lane = (kin[bundle] if bundle) || free_lane(piece, numbers, lows, highs)
          kin[bundle] = lane if bundle
          numbers << lane
        end
      end

      # The first lane beyond those of all earlier pieces that it lies beside.
      def free_lane(piece, numbers, lows, highs)
        low, high = piece.low - @step, piece.high + @step
        lane = -1
        index = numbers.size
        while (index -= 1) >= 0
          number = numbers[index]
          lane = number if number > lane && lows[index] < high && low < highs[index]
        end
        lane + 1
      end

      def clear?(piece, at)
        @axis == 1 ? @obstacles.free?(piece.low, at, piece.high, at) : @obstacles.free?(at, piece.low, at, piece.high)
      end

      # -- the outcome --

      def moved
        found = @same_links ? @previous.routes.dup : {}
        known = @previous&.routes || {}
        (@same_links ? @given.slice(*@fresh.keys, *@unsettled.keys) : @given).each do |link, points|
          settled = known[link] unless @fresh.key?(link) || (@unsettled.key?(link) && shifts?(link))
          found[link] = settled || shifted(points, @pieces.fetch(link))
        end
        found
      end

      def shifts?(link) = @pieces.fetch(link).any? { |piece| @places[piece] != @previous.places[piece] }

      def shifted(points, pieces)
        moving = pieces.select { |piece| @places.key?(piece) }
        return points if moving.empty?

        points = points.map(&:dup)
        moving.each do |piece|
          points[piece.index][@axis] = points[piece.index + 1][@axis] = @places[piece]
        end
        points
      end
    end
  end
end
