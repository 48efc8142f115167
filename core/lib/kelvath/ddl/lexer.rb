# frozen_string_literal: true

require "strscan"

module Kelvath
  module Ddl
    # Splits SQL text into tokens. Never fails: what it does not know becomes a one-character token.
    class Lexer
      # type: :word, :quoted (an identifier in quotes), :string, :number, :symbol; value: the text, or
      # the identifier without its quotes; from and to: offsets in bytes; closed: false for a quotation
      # that has no end.
      Token = Struct.new(:type, :value, :from, :to, :closed) do
        # Is it that symbol, one of these words whatever their case, a name quoted or not?
        def symbol?(text) = type == :symbol && value == text
        def word?(*texts) = type == :word && texts.any? { |text| value.casecmp?(text) }
        def name? = %i[word quoted].include?(type)
      end

      SKIPPED = /\s+|--[^\n]*|\/\*.*?(?:\*\/|\z)/m
      PATTERNS = {
        string: /'(?:[^']|'')*'?|\$(\w*)\$.*?(?:\$\1\$|\z)/m,
        quoted: /"(?:[^"]|"")*"?|`(?:[^`]|``)*`?|\[[^\]]*\]?/,
        number: /\d+(?:\.\d+)?(?:e[+-]?\d+)?/i,
        word: /[[:alpha:]_][[:alnum:]_$]*/, symbol: /<=|>=|<>|!=|\|\||::|./m
      }.freeze
      # What a token of a kind may begin with, by its first byte; beyond ASCII it is a word, or stands for itself.
      BEGINNINGS = Array.new(256) { |byte|
        case byte.chr
        when "'", "$" then %i[string symbol]
        when '"', "`", "[" then %i[quoted symbol]
        when /[0-9]/ then %i[number]
        when /[A-Za-z_]/n then %i[word]
        else byte < 128 ? %i[symbol] : %i[word symbol]
        end
      }.freeze
      CLOSINGS = { "$" => /\A\$(\w*)\$.*\$\1\$\z/m,
                   "'" => /'(?:[^']|'')*'\z/, '"' => /"(?:[^"]|"")*"\z/, "`" => /`(?:[^`]|``)*`\z/,
                   "[" => /\]\z/ }.freeze

      # All tokens of a text, comments and white space left out.
      def self.tokens(text) = new(text).tokens

      # How the text ends: :line or :block if that is within a comment which goes on, else nil. Known when it
      # has been read.
      attr_reader :open_comment

      def initialize(text)
        @scanner = StringScanner.new(text)
      end

      # All tokens of the text, in order: [Token, …].
      def tokens
        found = []
        until @scanner.eos?
          next comment if @scanner.skip(SKIPPED)

          @open_comment = nil
          from = @scanner.pos
          type = BEGINNINGS[@scanner.string.getbyte(from)].find { |each| @scanner.scan(PATTERNS[each]) }
          found << token(type, @scanner.matched, from)
        end
        found
      end

      private

      def comment
        text = @scanner.matched
        @open_comment = :line if text.start_with?("--")
        @open_comment = (text.end_with?("*/") && text.length > 3 ? nil : :block) if text.start_with?("/*")
        @open_comment = nil if @open_comment == :line && text.start_with?(/\s/) && text.include?("\n")
      end

      def token(type, text, from)
        closed = %i[string quoted].include?(type) ? text.match?(CLOSINGS.fetch(text[0])) : true
        Token.new(type, value(type, text), from, @scanner.pos, closed)
      end

      def value(type, text)
        return text unless type == :quoted

        text[1..].delete_suffix(text[0] == "[" ? "]" : text[0]).gsub(text[0] * 2, text[0])
      end
    end
  end
end
