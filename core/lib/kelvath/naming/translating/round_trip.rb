# frozen_string_literal: true

module Kelvath
  module Naming
    # Which names come back as they were when they are written physically and read again, and why the
    # others do not.
    class RoundTrip
      CAUSES = {
        shared: "its short form stands for another word too", word: "its short form is a word itself",
        phrase: "words beside each other read as one phrase", forbidden: "a forbidden word is replaced",
        retired: "a word is retired", left_out: "words are left out", order: "the class word is moved to the end",
        number: "singular and plural become one", vowels: "vowels are dropped",
        cut: "the name is cut", characters: "letters with marks are written plainly",
        reserved: "a reserved word is changed", separators: "nothing stands between the words",
        digits: "a number runs into a word", empty: "nothing of it can be written", other: "it reads back differently"
      }.freeze

      # What was lost: the name, how it is written, how it reads back, and the causes (keys of CAUSES).
      Loss = Struct.new(:name, :written, :back, :causes, keyword_init: true) do
        # Why the way back is lost, as sentences.
        def reasons = causes.map { |cause| CAUSES.fetch(cause) }
      end

      # The words of a lexicon as names of columns, then the names of a model, if one is given.
      def self.of(standard, model: nil, platform: nil)
        names = standard.lexicon.entries.reject { |entry| %w[forbidden retired].include?(entry.status) }.map do |entry|
          [ entry.name, :column ]
        end
        if model
          names += model.all(:entity).map { |entity| [ entity.name, :table ] } +
                   model.all(:attribute).map { |attribute| [ attribute.name, :column ] }
        end

        new(standard, names.uniq, platform:)
      end

      attr_reader :losses, :tried

      # names: [[name, :table or :column], …]
      def initialize(standard, names, platform: nil)
        @standard = standard
        @platform = platform
        @tried = names.size
        @losses = names.filter_map { |name, kind| loss(name, kind) }
      end

      # Names that came back, in percent; 100 when there was nothing to lose.
      def score = tried.zero? ? 100.0 : (100.0 * (tried - losses.size) / tried).floor(1)

      # { cause => how many names it breaks }, the worst first.
      def causes = losses.flat_map(&:causes).tally.sort_by { |cause, count| [ -count, cause.to_s ] }.to_h

      private

      def loss(name, kind)
        there = @standard.physical(name, kind, platform: @platform)
        back = @standard.words(there.text, kind)
        return if same?(name, back.text)

        Loss.new(name:, written: there.text, back: back.text, causes: causes_of(name, there, back))
      end

      def same?(one, other) = Lexicon.key(one) == Lexicon.key(other)

      def causes_of(name, there, back)
        found = [ *there.losses, *misread(there, back) ].uniq & CAUSES.keys
        found << :empty if Lexicon.key(name).empty?
        found << :separators if found.empty? && Lettering.separator(@standard.rule(:column)).empty?
        found << :digits if found.empty? && name.match?(/\d/)
        found.empty? ? [ :other ] : found
      end

      # What each word came back as, where the words still stand side by side.
      def misread(there, back)
        return run_together(there, back) unless there.steps.size == back.steps.size

        there.steps.zip(back.steps).flat_map do |step, read|
          next [] if read.entry.nil? || read.entry == step.entry || same?(step.word, read.text)
          next [ :retired ] if step.entry&.status == "retired"

          [ Lexicon.key(read.entry.name) == Lexicon.key(step.text) ? :word : :shared ]
        end
      end

      def run_together(there, back)
        back.steps.size < there.steps.size && back.steps.any? { |step| step.word.include?(" ") } ? [ :phrase ] : []
      end
    end
  end
end
