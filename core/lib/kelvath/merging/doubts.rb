# frozen_string_literal: true

module Kelvath
  module Merging
    # What of a Comparison's matches a person may want to correct, and what else each thing could be.
    class Doubts
      HOW = %i[likeness answer].freeze
      MAIN = %i[entity table view domain attribute column].freeze # kinds that are matched by hand
      MOST = 12 # others that are offered since they are like it
      FREE = 100 # and since they have no counterpart

      def initialize(comparison)
        @correspondence = comparison.correspondence
        @left, @right = comparison.left, comparison.right
        @taken, @met = @correspondence.ids.values.to_set, @correspondence.ids
      end

      # [Matching::Correspondence::Pair, …], the least sure first. how: one of its WAYS; nil: those that may be wrong.
      def matches(how = nil)
        wanted = how ? [ how.to_sym ] : HOW
        @correspondence.pairs.select { |match| wanted.include?(match.how) }
                .sort_by.with_index { |match, index| [ match.score, index ] }
      end

      # What stands in something that both have and has no counterpart itself: [Elements of the left, of the right].
      def alone
        [ [ @left, @taken ], [ @right, @met ] ].map do |side, known|
          side.elements.values.select do |each|
            parent = side.elements[each.parent_id]
            MAIN.include?(each.kind) && !known.include?(each.id) && (parent.nil? || known.include?(parent.id))
          end
        end
      end

      # What an Element of the right may be on the left: [[Element, score], …], the likeliest first; then what has no
      # counterpart yet, with nil.
      def others(element)
        place = @right.elements.key?(element.parent_id) ? @correspondence.left_of(element.parent_id) : @left.root_id
        family = family(element.kind, place)
        alike = likeness.nearest(family, element, most: MOST)
        free = family.reject { |each| @taken.include?(each.id) || alike.any? { |one, _| one.equal?(each) } }
        alike + free.first(FREE).map { |each| [ each, nil ] }
      end

      private

      def family(kind, place)
        (@families ||= {})[[ kind, place ]] ||= @left.of_kind(kind).select { |each|
          each.parent_id == place || (place == @left.root_id && !@left.elements.key?(each.parent_id))
        }
      end

      def likeness = @likeness ||= Matching::Likeness.new(@left, @right, @correspondence)
    end
  end
end
