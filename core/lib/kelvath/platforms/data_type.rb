# frozen_string_literal: true

module Kelvath
  module Platforms
    # A type that a platform has, as its manual lists it.
    #
    # name: as Kelvath spells it; sizes: { what it is called => the Range of what it may be }, in order; least: how
    # many of them must be said; usual: what the platform takes for sizes that are not said, nil where that is nothing;
    # words: what may stand in place of sizes ("max"); units: words that may follow the first size ("char"); values:
    # does it list texts, as an enumeration does; logical: the logical type it is read as; since, until: the first
    # version that knows it and the last one; also: other spellings.
    class DataType
      attr_reader :name, :sizes, :least, :usual, :words, :units, :logical, :since, :until, :also

      def initialize(name, sizes = {}, logical:, least: 0, usual: [], words: [], units: [], values: false, since: nil,
                     until: nil, also: [])
        @name = name
        @sizes = sizes
        @logical = logical
        @least = least
        @usual = usual
        @words = words
        @units = units
        @values = values
        @since = since
        @until = binding.local_variable_get(:until)
        @also = also
        freeze
      end

      # Does it list texts?
      def values? = @values

      # Sizes as given, followed by those the platform takes for what is not said: decimal -> [18, 0]. What stands in
      # place of sizes stays.
      def filled(arguments)
        return arguments if arguments.any?(String)

        rest = usual.drop(arguments.size)
        rest.first.nil? ? arguments : arguments + rest.take_while { |each| !each.nil? }
      end

      # Why these arguments cannot stand behind its name, as words that follow it; nil if they can.
      def fault(arguments)
        return values_fault(arguments) if values?
        return if arguments.size == 1 && words.include?(arguments.first)

        given = arguments.each_with_index.map { |argument, index| index.zero? ? bare(argument) : argument }
        odd = given.find { |argument| !argument.is_a?(Integer) }
        return "takes #{taken}, not “#{odd}”" if odd
        return "needs #{taken}" if given.size < least
        return "takes #{taken}" if given.size > sizes.size

        sizes.zip(given).filter_map { |(size, range), value| outside(size, range, value) }.first
      end

      # How it is written, for people: "numeric(precision 1 to 1000, scale -1000 to 1000)".
      def form
        return "#{name}('…', '…')" if values?
        return name if sizes.empty?

        "#{name}(#{[ *sizes.map { |size, range| "#{size} #{range.min} to #{range.max}" }, *words ].join(', ')})"
      end

      private

      # "10 char" with a unit it knows -> 10
      def bare(argument)
        return argument unless argument.is_a?(String) && units.any?

        argument[/\A(\d+) (?:#{units.join('|')})\z/, 1]&.to_i || argument
      end

      def values_fault(arguments)
        return "lists its values in quotation marks" if arguments.empty?

        odd = arguments.find { |argument| !argument.to_s.match?(/\A'.*'\z/m) }
        "lists values in quotation marks, not “#{odd}”" if odd
      end

      def outside(size, range, value)
        return if value.nil? || range.cover?(value)

        "has a #{size} of #{range.min} to #{range.max}, not #{value}"
      end

      def taken
        return "no sizes" if sizes.empty? && words.empty?

        choices = sizes.keys.map { |size| "a #{size}" } + words.map { |word| "“#{word}”" }
        choices.join(words.any? ? " or " : " and ")
      end
    end
  end
end
