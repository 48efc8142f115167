# frozen_string_literal: true

module Kelvath
  module Logical
    # Plural, singular and article as one model has them: its own list of words before the rules.
    class Wording
      # The wording of a model, worked out once for each list of words.
      def self.of(model)
        model.memo_of(:wording, %i[word]) do
          new(model.all(:word).to_h { |word| [ word.singular.downcase, word.plural ] })
        end
      end

      # plurals: { singular in lower case => plural }
      def initialize(plurals = {})
        @plurals = plurals
        @singulars = plurals.to_h { |one, many| [ many.downcase, one ] }
      end

      # "Lorry Quay" => "Lorry Quays": the last words that the list knows, or the last word by rule.
      def plural(phrase) = listed(phrase, @plurals) || Inflection.plural(phrase)

      # The singular of a phrase as the model's words have it; its article.
      def singular(phrase) = listed(phrase, @singulars) || Inflection.singular(phrase)

      # A phrase with "a" or "an" before it.
      def article(phrase) = Inflection.article(phrase)

      # "a Vessel", "an Engineer"
      def with_article(phrase) = "#{article(phrase)} #{phrase}"

      # "a, b and c"
      def list(texts, last: "and")
        texts.size < 2 ? texts.first.to_s : "#{texts[0..-2].join(', ')} #{last} #{texts.last}"
      end

      private

      def listed(phrase, words)
        return if words.empty?

        parts = phrase.split(" ")
        parts.each_index do |index|
          tail = parts.drop(index).join(" ")
          other = words[tail.downcase] or next
          return [ *parts.first(index), cased_like(tail, other) ].join(" ")
        end
        nil
      end

      def cased_like(model, text) = model.match?(/\A[[:upper:]]/) ? text.sub(/\A[[:lower:]]/, &:upcase) : text
    end
  end
end
