# frozen_string_literal: true

module Kelvath
  module Naming
    # English words that ship with Kelvath (see data/README.md), for judging what an abbreviated name may
    # stand for. Read when first asked for.
    module Dictionary
      DIRECTORY = File.expand_path("../data", __dir__)

      module_function

      # { word => how common it is, 1 for the most used }
      def ranks = @ranks ||= lines("words.txt").each_with_index.to_h { |word, index| [ word, index + 1 ] }.freeze

      # Words that names of data are made of, whatever their rank.
      def trade = @trade ||= lines("trade_words.txt").to_set.freeze

      # Is it an ordinary English word, or one of the trade? In any case.
      def word?(text) = ranks.key?(text.downcase) || trade.include?(text.downcase)

      # Does it look like a word written out, known or not? Abbreviations have few vowels.
      def whole?(text)
        return true if text.length > 3 && word?(text)

        vowels = text.count("aeiouyAEIOUY").to_f / text.length
        text.length > 4 ? vowels >= 0.3 : text.length == 4 && vowels >= 0.5
      end

      # The singular of a phrase, where that gives a word: "Canvas" is no plural of "Canva".
      def singular(phrase)
        singular = Inflection.singular(phrase)
        singular == phrase || word?(singular[/[[:alpha:]]+\z/].to_s) ? singular : phrase
      end

      # All words that begin with a letter.
      def beginning(letter) = (@beginning ||= (ranks.keys | trade.to_a).group_by { |word| word[0] }).fetch(letter, [])

      def lines(file) = File.readlines(File.join(DIRECTORY, file), chomp: true)

      private_class_method :lines
    end
  end
end
