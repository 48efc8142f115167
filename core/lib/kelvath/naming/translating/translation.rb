# frozen_string_literal: true

module Kelvath
  module Naming
    # What a name became and why. steps: what each word became; warnings: what a person should look at;
    # ways: what the rule did to the whole, in words; losses: why the name may not read back (symbols of
    # RoundTrip::CAUSES). Plain classes, since thousands are made of a large model.
    class Translation
      attr_reader :text, :steps, :warnings, :ways, :losses

      def initialize(text:, steps:, warnings:, ways:, losses:)
        @text = text
        @steps = steps
        @warnings = warnings
        @ways = ways
        @losses = losses
      end

      # What the name could be as well, where a short form stands for several words.
      def alternatives
        steps.flat_map do |step|
          step.others.map { |other| steps.map { |each| each.equal?(step) ? other.name : each.text }.join(" ") }
        end
      end

      # Words that nobody has explained.
      def unknown = steps.select { |step| step.mark == :unknown }.map(&:word)

      # How the name came about, in one sentence.
      def why
        [ *steps.filter_map(&:words), *ways ].then do |reasons|
          reasons.empty? ? "written as the rule says" : reasons.join("; ")
        end
      end
    end

    # One word of a name: as it stood, as it became; entry: where that comes from; others: entries it
    # could as well have meant. mark: :known, :unknown, :forbidden, :retired, :proposed, :guessed or :number.
    class Step
      NONE = [].freeze

      attr_reader :word, :text, :entry, :mark, :others

      def initialize(word:, text:, entry:, mark:, others: NONE)
        @word = word
        @text = text
        @entry = entry
        @mark = mark
        @others = others
      end

      # "Vessel → VSL", nil where nothing changed but the case.
      def words = word.casecmp?(text) ? nil : "#{word} → #{text}"
    end

    # code: a symbol to group by; text: the sentence.
    Warning = Struct.new(:code, :text, keyword_init: true)
  end
end
