# frozen_string_literal: true

module Kelvath
  # Plural and singular of English nouns, and their article. Rules are pattern and replacement, the
  # first that fits wins; what rules get wrong stands in the list of irregular words.
  module Inflection
    IRREGULAR = {
      # People and bodies.
      "person" => "people", "man" => "men", "woman" => "women", "child" => "children", "foot" => "feet",
      "tooth" => "teeth", "mouse" => "mice", "louse" => "lice", "goose" => "geese", "ox" => "oxen",
      # From Greek and Latin.
      "datum" => "data", "criterion" => "criteria", "phenomenon" => "phenomena", "medium" => "media",
      "bacterium" => "bacteria", "curriculum" => "curricula", "memorandum" => "memoranda", "stratum" => "strata",
      "spectrum" => "spectra", "analysis" => "analyses", "basis" => "bases", "crisis" => "crises", "axis" => "axes",
      "thesis" => "theses", "hypothesis" => "hypotheses", "diagnosis" => "diagnoses", "synthesis" => "syntheses",
      "parenthesis" => "parentheses", "emphasis" => "emphases", "oasis" => "oases", "stimulus" => "stimuli",
      "radius" => "radii", "nucleus" => "nuclei", "locus" => "loci", "cactus" => "cacti", "fungus" => "fungi",
      "alumnus" => "alumni", "terminus" => "termini", "bacillus" => "bacilli", "matrix" => "matrices",
      "appendix" => "appendices", "vertex" => "vertices", "vortex" => "vortices", "helix" => "helices",
      "codex" => "codices",
      # In f.
      "leaf" => "leaves", "half" => "halves", "shelf" => "shelves", "life" => "lives", "knife" => "knives",
      "wife" => "wives", "loaf" => "loaves", "thief" => "thieves", "wolf" => "wolves", "calf" => "calves",
      "elf" => "elves", "self" => "selves", "wharf" => "wharves", "scarf" => "scarves", "sheaf" => "sheaves",
      "hoof" => "hooves",
      # In o.
      "potato" => "potatoes", "tomato" => "tomatoes", "hero" => "heroes", "echo" => "echoes", "veto" => "vetoes",
      "torpedo" => "torpedoes", "embargo" => "embargoes", "volcano" => "volcanoes", "cargo" => "cargoes",
      "mosquito" => "mosquitoes", "buffalo" => "buffaloes", "domino" => "dominoes", "mango" => "mangoes",
      "tornado" => "tornadoes",
      # Others.
      "quay" => "quays", "index" => "indexes", "lens" => "lenses", "gas" => "gases", "bus" => "buses",
      "quiz" => "quizzes", "movie" => "movies", "tie" => "ties", "pie" => "pies", "lie" => "lies"
    }.freeze
    # One and many alike.
    UNCHANGED = %w[
      sheep fish deer salmon trout cod bison series species means news headquarters crossroads barracks chassis corps
      offspring equipment information money staff aircraft craft hovercraft spacecraft luggage baggage freight crew
    ].freeze
    # Nouns whose own s takes "es"; other plurals in "ses" are of nouns in "se", as cases and houses are.
    IN_S = %w[
      status campus virus bonus census apparatus prospectus circus consensus genus focus surplus citrus sinus octopus
      abacus hippocampus syllabus nexus opus plus minus chorus crocus lotus walrus rebus
      atlas canvas alias bias gas bus lens iris pelvis tennis
    ].freeze
    SINGULARS = IRREGULAR.invert.merge(IN_S.to_h { |word| [ "#{word}es", word ] }).freeze

    PLURAL_RULES = [ [ /(ss|sh|ch|x|z|s)\z/i, '\1es' ], [ /([^aeiou])y\z/i, '\1ies' ], [ /\z/, "s" ] ].freeze
    SINGULAR_RULES = [
      [ /(ss|sh|ch|x|zz)es\z/i, '\1' ], [ /([^aeiou])ies\z/i, '\1y' ],
      [ /(ss|us|is)\z/i, '\1' ], [ /s\z/i, "" ]
    ].freeze

    SHOUTED = 5 # letters from which on capitals are a word in capitals, and not an abbreviation: PDFs, BERTHS

    # Vowel letters that sound like consonants, and the other way.
    SOUNDS_CONSONANT = /\A(uni|use|usu|eu|one\b|once)/i
    SOUNDS_VOWEL = /\A(hour|honest|honour|heir)/i

    module_function

    # The plural of a noun phrase: only its last word changes. "Booked Vehicle" => "Booked Vehicles"
    def plural(phrase) = last_word(phrase) { |word| inflect(word, IRREGULAR, PLURAL_RULES) }

    # The singular of a noun phrase. "Berths" => "Berth"; "Gas" is one already.
    def singular(phrase)
      last_word(phrase) { |word| one?(word.downcase) ? word : inflect(word, SINGULARS, SINGULAR_RULES) }
    end

    # Is it known for one of its kind, though it may look like many?
    def one?(word) = IRREGULAR.key?(word) || IN_S.include?(word)

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
      return word unless pattern

      changed = word.sub(pattern, replacement)
      word.length >= SHOUTED && word == word.upcase ? changed.upcase : changed
    end

    private_class_method :one?, :last_word, :inflect
  end
end
