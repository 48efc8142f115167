# frozen_string_literal: true

module Kelvath
  module Merging
    # Where in its order each thing stands that was taken: what came, behind what it stands behind on the right.
    class Places
      # draft: a Draft in which all else is taken; taken: the Differences.
      def initialize(comparison, draft, taken)
        @comparison, @draft, @taken = comparison, draft, taken
      end

      # Sets the positions.
      def write
        came = @taken.select { |each| each.way == :right_only && ordered?(each.right) }.map(&:right)
                     .group_by { |each| [ each.parent_id, each.kind ] }
        turned = @taken.select { |each| each.way == :order }.to_set { |each| [ each.id, each.kind ] }
        (came.keys | turned.to_a).each do |place|
          family(*place, came.fetch(place, Model::NONE).to_set(&:id), turned.include?(place))
        end
      end

      private

      def ordered?(element) = Comparison::ORDERED.include?(element.kind)

      def family(parent_id, kind, came, turned)
        siblings = parent_id ? @draft.model.children(parent_id, kind) : @draft.model.all(kind)
        known = siblings.to_h { |each| [ each.id, each ] }
        mine, theirs = @comparison.orders_within(parent_id, kind)
        here = siblings.map(&:id).reject { |id| came.include?(id) }
        leading = theirs.select { |id| known.key?(id) }
        list = turned ? inserted(leading, mine & here) : inserted(here, leading)
        number(list.map { |id| known.fetch(id) }, came, turned)
      end

      # A list with what only another has of the two, each behind what it stands behind there.
      def inserted(list, other)
        list = list.dup
        other.each_with_index do |id, index|
          next if list.include?(id)

          before = other.first(index).reverse.find { |each| list.include?(each) }
          list.insert(before ? list.index(before) + 1 : 0, id)
        end
        list
      end

      # Those that stay keep their positions if these still rise.
      def number(list, came, turned)
        stay = list.reject { |each| came.include?(each.id) }.map { |each| each.position.to_f }
        return renumber(list) if turned || stay.each_cons(2).any? { |one, two| one >= two }

        list.chunk_while { |one, two| came.include?(one.id) == came.include?(two.id) }
            .each { |run| fill(list, run) if came.include?(run.first.id) }
      end

      def fill(list, run)
        at = list.index { |each| each.id == run.first.id }
        after = list[at + run.size]&.position
        low = at.zero? ? (after || 1.0) - 1.0 : @draft.model.fetch(list[at - 1].id).position.to_f
        high = after || low + run.size + 1
        step = (high - low).fdiv(run.size + 1)
        run.each_with_index { |each, index| @draft.set(each.id, position: low + step * (index + 1)) }
      end

      def renumber(list)
        list.each_with_index { |each, index| @draft.set(each.id, position: index + 1.0) }
      end
    end
  end
end
