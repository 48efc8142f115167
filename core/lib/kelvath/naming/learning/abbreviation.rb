# frozen_string_literal: true

module Kelvath
  module Naming
    module Learning
      # How well a short form fits a word, by the ways in which people shorten: the vowels dropped, the
      # beginning kept, the consonants that are heard kept, letters of the end kept.
      module Abbreviation
        VOWELS = /[aeiou]/

        module_function

        # From 0 (does not fit) to 1 (just what dropping the vowels gives). Both in lower case.
        #
        #   fit("vsl", "vessel")  # => 1.0
        #   fit("qty", "quantity") # => 0.7…
        def fit(short, word)
          return 0.0 unless short[0] == word[0] && short.length <= word.length && within?(short, word)
          return 1.0 if [ skeleton(word), bare(word) ].include?(short)
          return prefix_fit(short, word) if word.start_with?(short)

          consonant_fit(short, word)
        end

        # How well a short form fits a phrase: by its first letters, or those of its words in turn.
        def fit_phrase(short, words)
          return fit(short, words.first) if words.size == 1
          return 0.95 if words.map { |word| word[0] }.join == short

          0.0
        end

        # "vessel" => "vsl": without vowels after the first letter, doubles once.
        def skeleton(word) = bare(word).squeeze

        # "vessel" => "vssl"
        def bare(word) = word[0] + word[1..].gsub(VOWELS, "")

        def within?(short, word)
          at = -1
          short.each_char.all? { |letter| (at = word.index(letter, at + 1)) }
        end

        # The first letters: three or more say much, one says little.
        def prefix_fit(short, word)
          short.length == word.length ? 1.0 : { 1 => 0.3, 2 => 0.5, 3 => 0.82 }.fetch(short.length, 0.88)
        end

        # Some of the consonants: better with the last one, and with no vowel among them.
        def consonant_fit(short, word)
          heard = skeleton(word)
          share = short.length.to_f / heard.length
          fit = within?(short, heard) ? 0.45 + (0.4 * [ share, 1.0 ].min) : 0.35 + (0.2 * [ share, 1.0 ].min)
          fit += 0.08 if heard.length > 1 && short[-1] == heard[-1] || short[-1] == word[-1]
          [ fit, 0.95 ].min
        end
      end
    end
  end
end
