# frozen_string_literal: true

module Kelvath
  module Sweeping
    # Conditions, with their groups, as one question that is asked of each element.
    class Test
      # subjects: Subjects of the kind; conditions: [Condition, …], those within groups included.
      def initialize(subjects, sweep, conditions)
        @subjects = subjects
        @sweep = sweep
        @within = conditions.group_by(&:parent_id)
      end

      # element -> true or false. Raises InvalidValue, UnknownName for a condition that cannot be asked.
      def compile = joined(@sweep.join, @sweep.id)

      # The same of one condition.
      def one(condition)
        asked = condition.group? ? joined(condition.join, condition.id) : single(condition)
        condition.negated ? ->(element) { !asked.(element) } : asked
      end

      private

      # A group in which nothing stands asks nothing.
      def joined(join, id)
        asked = @within.fetch(id, []).map { |each| one(each) }
        return ->(_) { true } if asked.empty?

        join == "any" ? ->(element) { asked.any? { |each| each.(element) } } :
          ->(element) { asked.all? { |each| each.(element) } }
      end

      def single(condition)
        subject = @subjects.fetch(condition.subject)
        read = subject.read
        return same(read, @subjects.fetch(condition.other).read) if condition.operator == "is the same as"

        test = Operators.test(subject, condition.operator, condition.value)
        ->(element) { test.(read.(element)) }
      end

      def same(read, other) = ->(element) { Operators.same?(read.(element), other.(element)) }
    end
  end
end
