# frozen_string_literal: true

module Kelvath
  # Plural and singular of English nouns, and their article. Rules are pattern and replacement, the
  # first that fits wins; what rules get wrong stands in the list of irregular words.
  module Inflection
    IRREGULAR = {
      "person" => "people", "man" => "men", "woman" => "women", "child" => "children", "foot" => "feet",
      "tooth" => "teeth",
      "mouse" => "mice", "goose" => "geese", "ox" => "oxen", "datum" => "data", "criterion" => "criteria",
      "quay" => "quays",
      "index" => "indexes", "lens" => "lenses", "gas" => "gases", "bus" => "buses", "leaf" => "leaves",
      "half" => "halves",
      "shelf" => "shelves", "life" => "lives", "knife" => "knives", "wife" => "wives", "loaf" => "loaves",
      "analysis" => "analyses",
      "basis" => "bases", "crisis" => "crises", "axis" => "axes", "medium" => "media", "potato" => "potatoes",
      "hero" => "heroes",
      "cargo" => "cargoes", "movie" => "movies", "tie" => "ties", "pie" => "pies", "lie" => "lies"
    }.freeze
    UNCHANGED = %w[
      sheep fish series species equipment information money staff aircraft craft hovercraft luggage freight crew
    ].freeze
    SINGULARS = IRREGULAR.invert.freeze

    PLURAL_RULES = [ [ /(ss|sh|ch|x|z|s)\z/i, '\1es' ], [ /([^aeiou])y\z/i, '\1ies' ], [ /\z/, "s" ] ].freeze
    SINGULAR_RULES = [
      [ /(ss|sh|ch|x|zz)es\z/i, '\1' ], [ /(us|as)es\z/i, '\1' ], [ /([^aeiou])ies\z/i, '\1y' ],
      [ /(ss|us|is)\z/i, '\1' ], [ /s\z/i, "" ]
    ].freeze

    # Vowel letters that sound like consonants, and the other way.
    SOUNDS_CONSONANT = /\A(uni|use|usu|eu|one\b|once)/i
    SOUNDS_VOWEL = /\A(hour|honest|honour|heir)/i

    module_function

    # The plural of a noun phrase: only its last word changes. "Booked Vehicle" => "Booked Vehicles"
    def plural(phrase) = last_word(phrase) { |word| inflect(word, IRREGULAR, PLURAL_RULES) }

    # The singular of a noun phrase. "Berths" => "Berth"; "Gas" is one already.
    def singular(phrase)
      last_word(phrase) { |word| IRREGULAR.key?(word.downcase) ? word : inflect(word, SINGULARS, SINGULAR_RULES) }
    end

    # "a" or "an", as the phrase sounds.
    def article(phrase)
      return "a" if phrase.match?(SOUNDS_CONSONANT)

      phrase.match?(/\A[aeiou]/i) || phrase.match?(SOUNDS_VOWEL) ? "an" : "a"
    end

    def last_word(phrase) = phrase.sub(/[[:alpha:]]+\z/) { |word| yield word }

    def inflect(word, irregular, rules)
      return word if UNCHANGED.include?(word.downcase)
      if (other = irregular[word.downcase])
        return other if word == word.downcase

        return word == word.upcase ? other.upcase : other.capitalize
      end

      pattern, replacement = rules.find { |candidate, _| word.match?(candidate) }
      pattern ? word.sub(pattern, replacement) : word
    end
  end
end
