# frozen_string_literal: true

require "strscan"

module Kelvath
  module Ddl
    # Splits SQL text into tokens. Never fails: what it does not know becomes a one-character token.
    class Lexer
      # type: :word, :quoted (an identifier in quotes), :string, :number, :symbol; value: the text, or
      # the identifier without its quotes; from and to: character offsets.
      Token = Struct.new(:type, :value, :from, :to) do
        def symbol?(text) = type == :symbol && value == text
        def name? = %i[word quoted].include?(type)
      end

      SKIPPED = /\s+|--[^\n]*|\/\*.*?(\*\/|\z)/m
      PATTERNS = {
        string: /'(?:[^']|'')*'?/, quoted: /"(?:[^"]|"")*"?|`(?:[^`]|``)*`?|\[[^\]]*\]?/, number: /\d+(?:\.\d+)?(?:e[+-]?\d+)?/i,
        word: /[[:alpha:]_][[:alnum:]_$]*/, symbol: /<=|>=|<>|!=|\|\||::|./m
      }.freeze

      # All tokens of a text, comments and white space left out.
      def self.tokens(text) = new(text).tokens

      def initialize(text)
        @scanner = StringScanner.new(text)
      end

      def tokens
        found = []
        until @scanner.eos?
          next if @scanner.skip(SKIPPED)

          from = @scanner.charpos
          type, = PATTERNS.find { |_, pattern| @scanner.scan(pattern) }
          found << Token.new(type, value(type, @scanner.matched), from, @scanner.charpos)
        end
        found
      end

      private

      def value(type, text)
        return text unless type == :quoted

        text[1..].delete_suffix(text[0] == "[" ? "]" : text[0]).gsub(text[0] * 2, text[0])
      end
    end
  end
end
