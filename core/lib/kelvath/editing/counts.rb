# frozen_string_literal: true

module Kelvath
  module Editing
    # How many there may be at an end of a relationship, in words and numbers and back.
    module Counts
      FIELDS = { "from_count" => :from, "to_count" => :to }.freeze
      # What people choose among; any other number can be typed.
      USUAL = [ [ 1, 1 ], [ 0, 1 ], [ 1, nil ], [ 0, nil ] ].map { |ends| Logical::Cardinality.words(*ends) }.freeze
      NUMBERS = Logical::SentenceParser::NUMBERS
      N = Logical::SentenceParser::NUMBER
      RIGHT = "say “exactly one”, “at most 3”, “at least one”, “many” or “2 to 4”"
      FORMS = [
        [ /(?:exactly )?(#{N})/, ->(one) { [ one, one ] } ],
        [ /(?:at most|up to|no more than) (#{N})/, ->(most) { [ 0, most ] } ],
        [ /at least (#{N})|(#{N}) or more|(#{N})\+/, ->(*least) { [ least.compact.first, nil ] } ],
        [ /(#{N})\s*(?:to|-|–|\.\.)\s*(#{N})/, ->(least, most) { [ least, most ] } ],
        [ /(#{N})\s*(?:-|–|\.\.)\s*(?:\*|n|many)/, ->(least) { [ least, nil ] } ],
        [ /(?:many|any|any number|\*|n)/, -> { [ 0, nil ] } ]
      ].map { |pattern, numbers| [ /\A#{pattern}\z/i, numbers ] }.freeze

      module_function

      # What an end of a relationship says: "at most one", "2 to 4".
      def shown(link, side) = Logical::Cardinality.words(link[:"#{side}_least"], link[:"#{side}_most"])

      # Text as typed -> [least, most], most nil for many. Raises InvalidValue.
      #
      #   Counts.read("2 to 4") # => [2, 4]
      #   Counts.read("0..*")   # => [0, nil]
      def read(text)
        FORMS.each do |pattern, numbers|
          match = text.strip.match(pattern) or next
          least, most = numbers.call(*match.captures.map { |word| word && (NUMBERS[word.downcase] || word.to_i) })
          return [ least, most ] unless (most && least > most) || most&.zero?
        end
        raise InvalidValue.new("“#{text}” is no number of them; #{RIGHT}.", field: :count, value: text)
      end

      # ChangeSet of one end set from text; seen: the text that stood there. Raises InvalidValue.
      def set(link, side, text, seen: nil)
        names = [ :"#{side}_least", :"#{side}_most" ]
        was = seen.to_s.strip.empty? ? nil : read(seen)
        ChangeSet.set(link, seen: was ? names.zip(was).to_h : {}, **names.zip(read(text)).to_h)
      end
    end
  end
end
