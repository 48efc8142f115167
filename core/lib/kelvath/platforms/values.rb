# frozen_string_literal: true

module Kelvath
  module Platforms
    # How a platform writes names and values.
    module Values
      # Words that mean a value when they stand as a default, unquoted.
      DEFAULT_WORDS = /\A(null|true|false|current_date|current_time|current_timestamp)\z/i
      NUMBERS = %w[integer small_integer big_integer decimal float].freeze

      # An identifier as it must stand in a script. One that the database would fold to other letters is quoted.
      def quote(name)
        !@quotes_all && plain_identifier?(name) && !reserved_words.include?(name.downcase) ? name : quoted(name)
      end

      # The same platform, which quotes every name.
      def quoting_all = dup.tap { |copy| copy.instance_variable_set(:@quotes_all, true) }

      # Does a name mean the same without its quotation marks?
      def plain_identifier?(name) = name.match?(self.class::PLAIN_IDENTIFIER)

      # Text as a literal.
      def literal(text) = "'#{text.match?(/['\0]/) ? text.delete("\0").gsub("'", "''") : text}'"

      # The SQL of a default, or of a value in a check, that was typed as a plain value.
      def default_expression(text, value_type)
        return "" if text.empty?
        return truth(text) if value_type.name == "boolean" && text.match?(/\A(true|false)\z/i)
        return text if text.match?(DEFAULT_WORDS) && !%w[text long_text].include?(value_type.name)
        return text if NUMBERS.include?(value_type.name) && text.match?(/\A[+-]?\d+(\.\d+)?\z/)

        literal(text)
      end

      private

      # A name between its quotation marks, those within it doubled.
      def quoted(name)
        first, last = self.class::QUOTES
        "#{first}#{name.delete("\0").gsub(last, last * 2)}#{last}"
      end

      # true or false where the version may have no such values.
      def truth(text) = self.class::TRUTH&.fetch(text.downcase) || text
    end
  end
end
