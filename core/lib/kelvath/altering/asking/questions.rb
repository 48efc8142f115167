# frozen_string_literal: true

module Kelvath
  module Altering
    # What only a person can say before rows are altered: what they get in a column that becomes mandatory, what becomes
    # of values that fit the new type in no way, and whether something is only called otherwise.
    class Questions
      # about: as Altering.about says it; kind: one of those of Answers; words: the question; example: an
      # answer; needed: must it be answered before the script can run? lost: what may be said to go instead, as Answers
      # have it, nil where nothing would be lost.
      Question = Struct.new(:about, :kind, :words, :example, :needed, :element_id, :lost, keyword_init: true)

      # answers: { [about, kind] => text }; back: of the way back? What is asked there is answered apart.
      def initialize(changes, touched, answers, proposals: [], back: false)
        @kind = back ? "value back" : "value"
        @changes = changes
        @touched = touched
        @answers = answers
        @proposals = proposals
      end

      # Those that are not answered: [Question, …], first what may be something else under another name: what is
      # answered there need not be asked any more.
      def open = renamed + needed + parted + scattered

      # SQL that a person gave for a column's rows; nil for none. Names in it are those of the goal, and of what is
      # still
      # there.
      def value(column) = @answers[[ Altering.about(@changes.goal, column), @kind ]]

      # Did somebody say that something may go with what is in it?
      def lost?(element) = @answers.key?([ Altering.about(@changes.start, element), "lost" ])

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

      # Rows go along unless somebody says otherwise, so that nothing waits for an answer.
      def scattered
        @touched.scattered.reject { |each| answered_of?(each) }.map do |each|
          about = Altering.about(@changes.start, each)
          Question.new(about:, kind: "along", example: "yes", needed: false, element_id: each.id, lost: about, words:
            "Do the rows of #{each.name}, which goes, go into the other partitions of " \
            "#{@changes.start.fetch(each.parent_id).name}? The script puts them there, unless they may go.")
        end
      end

      def answered_of?(part)
        lost?(part) || @answers.key?([ Altering.about(@changes.start, part), "along" ])
      end

      def renamed
        @proposals.reject { |each| answered?(each) }.map do |each|
          lost = loses?(each.old) ? Altering.about(@changes.start, each.old) : nil
          words, kind, example = each.moved ? moving(each) : naming(each)
          ask(each.new, kind, words, example:, needed: !lost.nil?, lost:)
        end
      end

      def naming(proposal)
        [ "Is #{title(proposal.new)} what was called #{proposal.old.name}?", "former", proposal.old.name ]
      end

      def moving(proposal)
        from = Altering.about(@changes.start, proposal.old)
        [ "Do the values of #{from} go to #{title(proposal.new)}?", "from", from ]
      end

      # Does it hold what would go with it?
      def loses?(old)
        old.kind == :table ? !old.outside : old.kind == :column && old.computed.empty?
      end

      def answered?(proposal)
        @answers.key?([ Altering.about(@changes.start, proposal.old), "lost" ]) ||
          @answers.key?([ Altering.about(@changes.goal, proposal.new), "from" ])
      end

      def columns
        @columns ||= (@changes.added(:column) + @changes.changed(:column).map(&:new))
      end

      def ask(element, kind, words, example:, needed:, lost: nil)
        Question.new(about: Altering.about(@changes.goal, element), kind:, words:, example:, needed:, lost:,
                     element_id: element.id)
      end

      def title(element)
        element.kind == :column ? "#{@changes.goal.fetch(element.parent_id).name}.#{element.name}" :
          "the #{element.class.title} #{element.name}"
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
