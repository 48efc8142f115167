# frozen_string_literal: true

module Kelvath
  module Logical
    # Reads one relationship sentence: the inverse of Sentences.sentence.
    #
    #   SentenceParser.parse("Each Vessel may make many Sailings.")
    #   # => a Reading with subject "Vessel", phrase "make", least 0, most nil, object "Sailings"
    module SentenceParser
      # object is as written: perhaps plural. singular tells whether the number asked for a singular. modal: "may",
      # "must", or nil if the verb stands alone.
      Reading = Struct.new(:subject, :phrase, :least, :most, :object, :singular, :modal, keyword_init: true)

      OPENING = /\A\s*(each|every|an?)\s+/i
      MODAL = /\s+(may|must)\s+/i
      NUMBERS = { "one" => 1, "two" => 2, "three" => 3, "four" => 4, "five" => 5, "six" => 6 }.freeze
      NUMBER = /(?:\d+|#{NUMBERS.keys.join('|')})/
      # Longest forms first; each block answers [least, most], nil least meaning "as may or must says".
      QUANTITIES = [
        [ /(#{NUMBER}) to (#{NUMBER})/, ->(low, high) { [ low, high ] } ],
        [ /exactly (#{NUMBER})/, ->(number) { [ number, number ] } ],
        [ /(?:at most|no more than) (#{NUMBER})/, ->(number) { [ nil, number ] } ],
        [ /at least (#{NUMBER})/, ->(number) { [ number, nil ] } ],
        [ /(#{NUMBER}) or more/, ->(number) { [ number, nil ] } ],
        [ /(?:zero or more|any number of|many|several)/, -> { [ nil, nil ] } ],
        [ /(?:one|an?|a single)/, -> { [ nil, 1 ] } ]
      ].freeze

      module_function

      # Does the text set out to be a sentence, rather than a name?
      def sentence?(text) = text.match?(/\A\s*(each|every)\s/i) || (text.match?(OPENING) && text.match?(MODAL))

      # A Reading. Raises UnreadableSentence with the column and the form that would be right.
      def parse(text)
        text = text.strip.delete_suffix(".")
        fail_at(1, "A sentence begins with “Each”.") unless text.match?(OPENING)
        opening = text[OPENING]
        subject, modal, rest = text.delete_prefix(opening).partition(MODAL)
        return indicative(text, opening, subject) if modal.empty?

        column = text.length - rest.length + 1
        Reading.new(subject: subject.strip, **said(quantified(rest, column), modal.strip.downcase)).freeze
      end

      # "Each Plot is held by exactly one Site": the verb stands alone and the number says what must be.
      def indicative(text, opening, rest)
        match = verb_in(rest) || fail_at(text.length + 1, "“may” or “must” is missing.")
        column = opening.length + match.begin(2) + 1
        said = said(quantified("#{Phrase.plain(match[2])}#{match.post_match}", column), nil)
        Reading.new(subject: match[1].strip, **said).freeze
      end

      # The first word in the third person behind the subject, which ends where capitals do: MatchData of the subject
      # and the verb, or nil.
      def verb_in(text)
        capitals = text[/\A(?:[[:upper:]\d\p{Co}]\S*(?:\s+|\z))*/].length
        from = [ capitals, text.index(/\s/).to_i + 1 ].max
        word = text.match(/\S+/, from)
        word = text.match(/\S+/, word.end(0)) until word.nil? || Phrase.third_person?(word[0])
        word && text.match(/\A(.{#{word.begin(0)}})(#{Regexp.escape(word[0])})/m)
      end

      # "make many Sailings" -> { phrase:, numbers: [least, most], object:, counted: the words of the number }
      def quantified(rest, column)
        QUANTITIES.each do |pattern, numbers|
          match = rest.match(/\A(.+?)\s+(#{pattern})\s+(\S.*)\z/i) or next
          numbers = numbers.call(*match.captures[2..-2].map { |word| NUMBERS[word.downcase] || word.to_i })
          return { phrase: match[1].strip, numbers:, object: match.captures.last.strip, counted: match[2] }
        end
        fail_at(column,
                "After the verb say how many: exactly one, at most one, at least one or many, and then of what.")
      end

      # "many", "one or more" and numbers above one are followed by a plural.
      def said(parts, modal)
        least, most = parts[:numbers]
        if modal == "may" && least.to_i > 1
          fail_at(1,
"“may” and “#{parts[:counted]}” say two things: with at least #{least} it is “must”, else “at most”.")
        end

        single = parts[:counted].match?(/\A(?:one|1|an?|a single)\z/i)
        singular = single || parts[:counted].match?(/\A(?:exactly|at most|at least|no more than) (?:one|1)\z/i)
        least = modal == "must" ? [ least || 1, 1 ].max : (least_alone(least, single) if modal.nil?).to_i
        { phrase: parts[:phrase] == Sentences::FALLBACK ? "" : parts[:phrase], least:, most:, object: parts[:object],
          singular:, modal: }
      end

      # "holds one": there is one; "holds many" and "holds at most one": there may be none.
      def least_alone(least, single) = least || (single ? 1 : 0)

      def fail_at(column, message)
        raise UnreadableSentence.new(message, column:)
      end

      private_class_method :indicative, :verb_in, :quantified, :said, :least_alone, :fail_at
    end
  end
end
