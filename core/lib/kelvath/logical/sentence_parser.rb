# frozen_string_literal: true

module Kelvath
  module Logical
    # Reads one relationship sentence: the inverse of Sentences.sentence.
    #
    #   SentenceParser.parse("Each Vessel may make many Sailings.")
    #   # => a Reading with subject "Vessel", phrase "make", least 0, most nil, object "Sailings"
    module SentenceParser
      # object is as written: perhaps plural. singular tells whether the number asked for a singular.
      Reading = Struct.new(:subject, :phrase, :least, :most, :object, :singular, keyword_init: true)

      FORM = "Each Vessel may make many Sailings"
      OPENING = /\A\s*(each|every|an?)\s+/i
      MODAL = /\s+(may|must)\s+/i
      NUMBERS = { "one" => 1, "two" => 2, "three" => 3, "four" => 4, "five" => 5, "six" => 6 }.freeze
      NUMBER = /(?:\d+|#{NUMBERS.keys.join('|')})/
      # Longest forms first; each block answers [least, most], nil least meaning "as may or must says".
      QUANTITIES = [
        [ /(#{NUMBER}) to (#{NUMBER})/, ->(low, high) { [ low, high ] } ],
        [ /exactly (#{NUMBER})/, ->(number) { [ number, number ] } ],
        [ /at most (#{NUMBER})/, ->(number) { [ nil, number ] } ],
        [ /at least (#{NUMBER})/, ->(number) { [ number, nil ] } ],
        [ /one or more/, -> { [ 1, nil ] } ],
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
        subject, modal, rest = text.sub(OPENING, "").partition(MODAL)
        fail_at(text.length + 1, "“may” or “must” is missing.") if modal.empty?
        phrase, least, most, object = split(rest, text)
        build(subject.strip, modal.strip.downcase, phrase, least, most, object)
      end

      def split(rest, text)
        QUANTITIES.each do |pattern, numbers|
          match = rest.match(/\A(.+?)\s+#{pattern}\s+(\S.*)\z/i) or next
          least, most = numbers.call(*match.captures[1..-2].map { |word| NUMBERS[word.downcase] || word.to_i })
          return [ match[1].strip, least, most, match.captures.last.strip ]
        end
        column = text.length - rest.length + 1
        fail_at(column,
                "After the verb say how many: exactly one, at most one, at least one or many, and then of what.")
      end

      def build(subject, modal, phrase, least, most, object)
        must = modal == "must"
        least = must ? [ least || 1, 1 ].max : 0
        Reading.new(subject:, phrase: phrase == Sentences::FALLBACK ? "" : phrase, least:, most:, object:,
                    singular: most == 1 || (most.nil? && least == 1)).freeze
      end

      def fail_at(column, message)
        raise UnreadableSentence.new("#{message} For example: “#{FORM}”.", column:)
      end
    end
  end
end
