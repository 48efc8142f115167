# frozen_string_literal: true

module Kelvath
  module Intake
    # What the condition of a check says of a single column's values: those it may have, or their range. Reads the
    # plain forms that people write and catalogs give back; anything else says nothing here.
    #
    #   Conditions.read("band IN ('low', 'high')")   # => { column: "band", values: ["low", "high"] }
    #   Conditions.read("((depth >= (0)::numeric) AND (depth <= 90))") # => { column: "depth", least: "0", most: "90" }
    module Conditions
      module_function

      # { column:, values: } or { column:, least:, most: } with texts; nil if it says something else.
      def read(condition)
        tokens = bare(without_casts(Ddl::Lexer.tokens(condition)))
        listed(tokens) || ranged(tokens)
      end

      # The value that a default stands for, as text: "'low'::text" -> "low". nil if it is worked out.
      def value(default)
        tokens = bare(without_casts(Ddl::Lexer.tokens(default)))
        return if tokens.empty?

        only = tokens.first if tokens.one?
        only&.type == :word && only.value.match?(Platforms::Platform::DEFAULT_WORDS) ? only.value : literal(tokens)
      end

      # "x::type" and what stands in brackets alone become x.
      def without_casts(tokens)
        kept = []
        index = 0
        while index < tokens.size
          if tokens[index].symbol?("::") then index = after_type(tokens, index + 1)
          else
            kept << tokens[index]
            index += 1
          end
        end
        kept
      end

      # Past a type's name of one or more words, with its sizes and brackets.
      def after_type(tokens, index)
        index += 1 while tokens[index] && tokens[index].name? && !tokens[index].word?("and", "or")
        if tokens[index]&.symbol?("(")
          index += 1 until tokens[index].nil? || tokens[index].symbol?(")")
          index += 1
        end
        index += 2 while tokens[index]&.value == "[" || (tokens[index]&.type == :quoted && tokens[index].value.empty?)
        index
      end

      # Without brackets around all of it, and around single values.
      def bare(tokens)
        tokens = tokens[1..-2] while wrapped?(tokens)
        at = (0..(tokens.size - 3)).find { |index| single?(tokens, index) }
        return tokens unless at

        bare([ *tokens[0...at], tokens[at + 1], *tokens[at + 3..] ])
      end

      # Does a single value stand in brackets there, and not as a list?
      def single?(tokens, index)
        one, two, three = tokens[index, 3]
        one.symbol?("(") && three.symbol?(")") && value?(two) && !list_before?(tokens, index)
      end

      def list_before?(tokens, index) = index.positive? && tokens[index - 1].word?("in", "any", "array")

      def wrapped?(tokens)
        return false unless tokens.size > 2 && tokens.first.symbol?("(")

        depth = 0
        tokens.each_with_index do |token, index|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          return index == tokens.size - 1 if depth.zero?
        end
        false
      end

      def value?(token) = %i[string number quoted word].include?(token.type)

      # column IN (a, b), column = ANY (ARRAY[a, b])
      def listed(tokens)
        column, *rest = tokens
        return unless column&.name?

        inner = if rest.first&.word?("in") && rest[1]&.symbol?("(") && rest.last.symbol?(")") then rest[2..-2]
        elsif rest.first&.symbol?("=") && rest[1]&.word?("any") then array(rest)
        end
        values = inner && literals(inner)
        values ? { column: column.value, values: } : nil
      end

      # What stands in ARRAY[…], which the lexer takes for a name in square brackets.
      def array(tokens)
        at = tokens.index { |token| token.word?("array") } or return
        bracket = tokens[at + 1]
        without_casts(Ddl::Lexer.tokens(bracket.value)) if bracket&.type == :quoted
      end

      # Literals with commas between, as texts; nil if anything else stands there.
      def literals(tokens)
        parts = parted(tokens) { |token| token.symbol?(",") }
        values = parts.map { |part| literal(part) }
        values if values.any? && values.all?
      end

      # The tokens between those of which the block says that they part.
      def parted(tokens)
        tokens.slice_when { |one, two| yield(one) || yield(two) }.reject { |part| yield(part.first) }
      end

      # One literal, as a text; nil if the tokens are anything else. tokens: Lexer::Token values.
      def literal(tokens)
        sign = tokens.first.symbol?("-") ? "-" : ""
        token = tokens.last
        return if tokens.size > (sign.empty? ? 1 : 2)

        case token.type
        when :string then token.value[1..].delete_suffix("'").gsub("''", "'") if sign.empty?
        when :number then "#{sign}#{token.value}"
        end
      end

      # column BETWEEN a AND b; column >= a AND column <= b, or one of the two.
      def ranged(tokens)
        return between(tokens) if tokens[1]&.word?("between")

        parts = parted(tokens) { |token| token.word?("and") }.map { |part| bare(part) }
        column = parts.first&.first
        return unless column&.name?

        ends = parts.map { |part| one_end(part, column.value) }
        return unless ends.all? && ends.map(&:first).uniq.size == ends.size

        { column: column.value, least: nil, most: nil }.merge(ends.to_h)
      end

      # { least:, most: } of "x BETWEEN 1 AND 9", as texts; nil if the tokens say anything else.
      def between(tokens)
        return unless tokens.first.name?

        low, high = parted(tokens.drop(2)) { |token| token.word?("and") }
        least, most = [ low, high ].map { |part| part && literal(part) }
        { column: tokens.first.value, least:, most: } if least && most
      end

      def one_end(tokens, column)
        return unless tokens.first&.name? && tokens.first.value.casecmp?(column)

        value = tokens.size > 2 && literal(tokens.drop(2)) or return
        { ">=" => [ :least, value ], "<=" => [ :most, value ] }[tokens[1].value]
      end

      private_class_method :after_type, :bare, :single?, :list_before?, :wrapped?, :value?, :listed,
                           :array, :literals, :parted, :literal, :ranged, :between, :one_end
    end
  end
end
