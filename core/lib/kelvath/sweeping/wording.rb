# frozen_string_literal: true

module Kelvath
  module Sweeping
    # A sweep as a sentence.
    class Wording
      def initialize(model, sweep, conditions)
        @model = model
        @sweep = sweep
        @within = conditions.group_by(&:parent_id)
        @subjects = Subjects.of(model, Sweeping.kind_of(sweep))
      end

      # "Columns in PostgreSQL of which precision is 8 and not (name begins with “fare” or comment is empty)"
      def sentence
        place = @model[@sweep.place_id]
        kind = Inflection.plural(Metamodel.fetch(@sweep.of).title).capitalize
        told = joined(@sweep.join, @sweep.id)
        [ kind, *("in #{place.name}" if place), *("of which #{told}" unless told.empty?) ].join(" ")
      end

      # One condition: "precision is greater than 6".
      def condition(condition)
        return single(condition) unless condition.group?

        "#{'not ' if condition.negated}(#{joined(condition.join, condition.id)})"
      end

      private

      def joined(join, id)
        @within.fetch(id, []).map { |each| condition(each) }.join(join == "any" ? " or " : " and ")
      end

      def single(condition)
        what = name(condition.subject)
        asked = Operators.words(condition.operator, condition.negated)
        return "#{what} #{asked} #{name(condition.other)}" if condition.operator == "is the same as"
        return "#{what} #{asked}" if Operators::WITHOUT_VALUE.include?(condition.operator)

        "#{what} #{asked} “#{condition.value}”"
      end

      # What is asked, or its key when that is not there any more.
      def name(key) = @subjects.all[key]&.label&.downcase || "“#{key}”"
    end
  end
end
