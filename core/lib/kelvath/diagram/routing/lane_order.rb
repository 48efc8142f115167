# frozen_string_literal: true

module Kelvath
  module Diagram
    # The order, first lane first, in which pieces that lie on one another cross each other's legs least.
    class LaneOrder
      PASSES = 30
      SIFTS = 2 # rounds, at most
      MANY = 34 # pieces that are sifted: it takes the square of their number

      # The pieces (LanePass::Piece) of a bundle in that order.
      def self.of(pieces) = new(pieces).best

      # How many crossings less there are if the second of two has the lane before the first: a leg that comes from the
      # side of smaller numbers crosses what lies before its piece, one from the other side what lies behind it. So it
      # is the sides of those legs of the first that meet the second, added up, less those of the second.
      def self.gain(first, second)
        low, high, other_low, other_high = first.low, first.high, second.low, second.high
        total = 0
        total += first.low_side if low > other_low && low < other_high
        total += first.high_side if high > other_low && high < other_high
        total -= second.low_side if other_low > low && other_low < high
        total -= second.high_side if other_high > low && other_high < high
        total
      end

      def initialize(pieces)
        @pieces = pieces.sort_by { |piece| [ piece.low_side + piece.high_side, piece.low ] }
        @order = @pieces.each_index.to_a
      end

      # As the class says.
      def best
        @gains = gains if @pieces.size <= MANY
        exchange
        SIFTS.times { break unless @order.dup.count { |number| sift(number) }.positive? } if @gains
        @pieces.values_at(*@order)
      end

      private

      # Neighbours change places for as long as that saves a crossing.
      def exchange
        changed = Array.new(@order.size - 1, true) # neighbours that have not been compared as they stand
        PASSES.times do
          swaps = changed.each_index.count do |index|
            next unless changed[index]

            changed[index] = false
            next unless swap(index)

            changed[index - 1] = true if index.positive?
            changed[index + 1] = true if index + 1 < changed.size
            true
          end
          break if swaps.zero?
        end
      end

      # Do a piece and the next change places, because they cross less then?
      def swap(index)
        one, two = @order[index], @order[index + 1]
        gain = @gains ? @gains[one][two] : LaneOrder.gain(@pieces[one], @pieces[two])
        @order[index], @order[index + 1] = two, one if gain.positive?
      end

      # What each piece gains by each other one before it: each pair is asked for many times.
      def gains
        table = Array.new(@pieces.size) { Array.new(@pieces.size, 0) }
        @pieces.each_index do |one|
          (one + 1).upto(@pieces.size - 1) do |two|
            gain = LaneOrder.gain(@pieces[one], @pieces[two])
            table[one][two], table[two][one] = gain, -gain
          end
        end
        table
      end

      # Takes a piece out and puts it back where it crosses least of all places: neighbours alone do not pass those
      # that they have nothing to do with. Answers whether that is another place.
      def sift(number)
        now = @order.index(number)
        gains = @gains[number]
        best, most = now, 0
        [ 1, -1 ].each do |step|
          saved, index = 0, now
          while (index += step) >= 0 && (other = @order[index])
            saved += step * gains[other]
            best, most = index, saved if saved > most
          end
        end
        @order.insert(best, @order.delete_at(now)) unless best == now
      end
    end
  end
end
