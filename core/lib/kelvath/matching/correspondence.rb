# frozen_string_literal: true

module Kelvath
  module Matching
    # Pairs of what is the same thing on the left and on the right, each thing in one pair at most, and how that is
    # known.
    class Correspondence
      # How it is known, in words: a person said so; both have one id; both come from one source, or a script says what
      # it was called before; both have one name; both are over, or refer to, the same; they look alike.
      WAYS = { answer: "said", identity: "same origin", origin: "same source", name: "same name",
               structure: "same structure", likeness: "alike" }.freeze

      # how: one of WAYS; score: how sure it is, 0 to 1.
      Pair = Struct.new(:left_id, :right_id, :how, :score, keyword_init: true)

      def initialize
        @by_left, @by_right = {}, {}
      end

      # Takes two ids for the same thing, unless one of them is taken for something else. Answers the Pair, or nil.
      # Raises ArgumentError for a way that there is not.
      def take(left_id, right_id, how, score = 1.0)
        raise ArgumentError, "#{how} is none of #{WAYS.keys.join(', ')}" unless WAYS.key?(how)
        return if left?(left_id) || right?(right_id)

        @by_left[left_id] = @by_right[right_id] = Pair.new(left_id:, right_id:, how:, score:).freeze
      end

      # The same the other way round; the block says which Pairs.
      def flipped(&)
        Correspondence.new.tap do |other|
          pairs.select(&).each { |pair| other.take(pair.right_id, pair.left_id, pair.how, pair.score) }
        end
      end

      def left?(id) = @by_left.key?(id)
      def right?(id) = @by_right.key?(id)

      # The id on the left of what has an id on the right; nil for none.
      def left_of(right_id) = @by_right[right_id]&.left_id

      # The Pair of an id on the right, or nil; all of them.
      def of(right_id) = @by_right[right_id]
      def pairs = @by_right.values
      def size = @by_right.size
      def empty? = @by_right.empty?

      # { id on the right => id on the left }
      def ids = @by_right.transform_values(&:left_id)

      # Elements of the right, { id => Element }, in the left's ids. sources: do ids in fields that only name something
      # change, too?
      def aligned(elements, sources: false)
        known = ids.reject { |right, left| right == left }
        return elements.to_h { |each| [ each.id, each ] } if known.empty?

        elements.to_h { |each| OtherIds.element(each, known, sources:).then { |own| [ own.id, own ] } }
      end
    end
  end
end
