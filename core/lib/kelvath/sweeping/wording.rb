# frozen_string_literal: true

module Kelvath
  module Sweeping
    # A sweep as a sentence.
    class Wording
      def initialize(model, sweep, conditions)
        @model = model
        @sweep = sweep
        @within = conditions.group_by(&:parent_id)
        @subjects = Sweeping.subjects(model, sweep)
      end

      # "Columns in PostgreSQL of which precision is 8 and not (name begins with “fare” or comment is empty)"
      def sentence
        kinds = Sweeping.kinds_of(@sweep).map { |kind| Inflection.plural(Metamodel.fetch(kind).title) }
        told = joined(@sweep.join, @sweep.id)
        [ kinds.join(" and ").capitalize, *place, *("of which #{told}" unless told.empty?) ].join(" ")
      end

      # Where it looks: "in PostgreSQL"; nil for the whole model.
      def place
        return "among #{@sweep.chosen_ids.size} that were selected" if @sweep.chosen_ids.any?
        return "of the #{@sweep.stage} stage" unless @sweep.stage.empty?

        @model[@sweep.place_id]&.then { |found| "in #{found.name}" }
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
