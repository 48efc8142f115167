# frozen_string_literal: true

module Kelvath
  module Altering
    # What only a person can say before rows are altered: what they get in a column that becomes mandatory, what becomes
    # of values that fit the new type in no way, and whether something is only called otherwise.
    class Questions
      # about: as Altering.about says it; kind: "value", "value back" or "former"; words: the question; example: an
      # answer; needed:
      # must it be answered before the script can run?
      Question = Struct.new(:about, :kind, :words, :example, :needed, :element_id, keyword_init: true)

      # answers: { [about, kind] => text }; back: of the way back? What is asked there is answered apart.
      def initialize(changes, touched, answers, proposals: [], back: false)
        @kind = back ? "value back" : "value"
        @changes = changes
        @touched = touched
        @answers = answers
        @proposals = proposals
      end

      # Those that are not answered: [Question, …]
      def open = needed + parted + renamed

      # SQL that a person gave for a column's rows; nil for none. Names in it are those of the goal, and of what is
      # still
      # there.
      def value(column) = @answers[[ Altering.about(@changes.goal, column), @kind ]]

      # What a mandatory column's rows get that have no value, as SQL; nil if nobody knows.
      def filling(column)
        value(column) || (column.default_value.empty? ? nil : column.default_value)
      end

      # Must rows that are there be given something in a column of the goal?
      def filled?(column)
        return false unless column.mandatory && column.computed.empty? && !column.identity

        old = @changes.start[column.id]
        return @changes.start.key?(column.parent_id) if old.nil?

        !old.mandatory || @touched.way(column.id) == :apart
      end

      private

      def needed
        columns.select { |each| filled?(each) && filling(each).nil? }.map do |column|
          ask(column, @kind, "What do rows that are there get in #{title(column)}, which is mandatory?",
              example: example(column), needed: true)
        end
      end

      def parted
        columns.select { |each| @touched.way(each.id) == :apart && !filled?(each) && value(each).nil? }.map do |column|
          ask(column, @kind, "#{title(column)} gets another type, which its values do not fit: what do rows get?",
              example: example(column), needed: false)
        end
      end

      def renamed
        @proposals.map do |each|
          ask(each.new, "former", "Is #{title(each.new)} what was called #{each.old.name}?", example: each.old.name,
              needed: false)
        end
      end

      def columns
        @columns ||= (@changes.added(:column) + @changes.changed(:column).map(&:new))
      end

      def ask(element, kind, words, example:, needed:)
        Question.new(about: Altering.about(@changes.goal, element), kind:, words:, example:, needed:,
                     element_id: element.id)
      end

      def title(element)
        element.kind == :table ? "the table #{element.name}" :
          "#{@changes.goal.fetch(element.parent_id).name}.#{element.name}"
      end

      # What a row might hold.
      def example(column)
        @samples ||= SampleRows.new(@changes.goal, column_design)
        @samples.value(column, 1) || "NULL"
      end

      def column_design = @changes.goal.all(:design).first.id
    end
  end
end
