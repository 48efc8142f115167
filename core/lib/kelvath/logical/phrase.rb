# frozen_string_literal: true

module Kelvath
  module Logical
    # The verb phrases of relationships. They are kept in their plain form, the one that stands after "may" and
    # "must": "contain", "be held by".
    module Phrase
      PLAIN = { "is" => "be", "are" => "be", "was" => "be", "has" => "have", "had" => "have", "does" => "do",
                "goes" => "go" }.freeze
      # Plain verbs that end as a third person does.
      ENDING_IN_S = /(?:ss|us|is)\z|\A(?:bias|canvas|gas)\z/i
      IRREGULAR = %w[
        held made sold kept given taken owned sent paid bought built brought caught chosen done drawn driven eaten
        grown known led lent lost met seen shown spoken spent stolen sworn taught told understood won worn written borne
        begun broken hidden laid meant stuck
      ].freeze
      ADVERBS = /\A(?:also|still|now|only|always|usually|currently|mainly|directly)\z/i
      AFTER_PARTICIPLE = /\A(?:by|in|at|to|from|on|of|with|for|as|into|under|through|within)\z/i

      module_function

      # A phrase as it is kept: its verb in the plain form.
      #
      #   Phrase.plain("contains")   # => "contain"
      #   Phrase.plain("is held by") # => "be held by"
      def plain(text)
        words = text.split(" ")
        place = words.index { |word| !word.match?(ADVERBS) } or return text
        words[place] = verb(words[place])
        words.join(" ")
      end

      # What a phrase that does not read after "may" and "must" was meant to say; nil for one that reads.
      #
      #   Phrase.meant("held by") # => "be held by"
      def meant(text)
        plain = plain(text)
        return plain unless plain == text.split(" ").join(" ")

        first, second = text.split(" ")
        "be #{text}" if second&.match?(AFTER_PARTICIPLE) && participle?(first)
      end

      # Does a word look like a verb in the third person: "contains", "is"?
      def third_person?(word) = verb(word) != word

      # Whether "at most" and "at least" would stumble behind it: "take place at".
      def ends_in_at?(text) = text.match?(/(?:\A|\s)at\z/i)

      def verb(word)
        return PLAIN.fetch(word.downcase) if PLAIN.key?(word.downcase)
        return word unless word.match?(/\A[[:alpha:]]{2,}s\z/) && !word.match?(ENDING_IN_S)

        case word
        when /[^aeiou]ies\z/i then word.sub(/ies\z/i, "y")
        when /(?:ss|sh|ch|x|zz|[^aeiou]o)es\z/i then word.delete_suffix("es")
        else word[0..-2]
        end
      end

      def participle?(word)
        IRREGULAR.include?(word.downcase) || word.match?(/\A[[:lower:]]{2,}(?<!e)ed\z/)
      end
      private_class_method :verb, :participle?
    end
  end
end
