# frozen_string_literal: true

module Kelvath
  module Ddl
    # A piece of SQL that somebody else wrote, on its way into a script: a default, the condition of a check, a
    # type, what an index is over, the query of a view. Only what is one whole piece may stand there.
    class Piece
      BEGINNINGS = { query: %w[select with values], index: %w[on] }.freeze

      # [[kind of element, field, kind of piece], …]: where a design holds pieces.
      PLACES = [ [ :column, :default_value, :expression ], [ :column, :native_type, :type ],
                 [ :column, :computed, :expression ],
                 [ :check, :condition, :expression ], [ :clause, :text, :clause ],
                 [ :index, :expression, :index ], [ :index, :condition, :expression ],
                 [ :row, :content, :row ], [ :view, :query, :query ] ].freeze

      # { kind of element => [[field, kind of piece], …] }
      FIELDS = PLACES.group_by(&:first).transform_values { |list| list.map { |_, field, kind| [ field, kind ] } }.freeze

      # The kind of piece that a field of a kind of element holds.
      def self.kind(kind, field) = FIELDS.fetch(kind).assoc(field).last

      # Is that field of an element a piece of SQL?
      def self.of?(element, field) = FIELDS.fetch(element.kind, []).any? { |name, _| name == field.name }

      # [[field, kind of piece], …] of an element: those it has, empty ones left out.
      def self.fields(element) = FIELDS.fetch(element.kind, []).reject { |field, _| empty?(element[field]) }

      def self.empty?(value) = value.empty? || value == Metamodel::NativeType::NONE
      private_class_method :empty?

      # kind: :expression, :type, :index, :query, :row, :clause or :words.
      def initialize(text, kind)
        @text = text.rstrip
        @kind = kind
        lexer = Lexer.new(@text)
        @tokens = lexer.tokens
        @open_comment = lexer.open_comment
      end

      # Why it cannot stand in a script, as words that follow its name; nil if it can.
      def fault
        return "is empty" if @tokens.empty?
        return "has a quotation mark that is not closed" unless @tokens.all?(&:closed)
        return "has a comment that is not closed" if @open_comment == :block
        return "has brackets that do not match" unless balanced?
        return "holds more than one statement" if statement_ends?
        return "holds more than one expression" if %i[expression type].include?(@kind) && parted?

        beginnings = BEGINNINGS[@kind]
        unless beginnings.nil? || @tokens.drop_while { |token| token.symbol?("(") }.first&.word?(*beginnings)
          "does not begin with #{beginnings.map(&:upcase).join(' or ')}"
        end
      end

      # How many parts it has, between commas that stand in no brackets.
      def parts
        depth = 0
        1 + @tokens.count do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          depth.zero? && token.symbol?(",")
        end
      end

      # Those parts, as texts.
      def split
        depth, from, found = 0, 0, []
        @tokens.each do |token|
          depth += step(token)
          next unless depth.zero? && token.symbol?(",")

          found << @text.byteslice(from...token.from).strip
          from = token.to
        end
        [ *found, @text.byteslice(from..).strip ]
      end

      # Its text as it can stand before a semicolon or a bracket: nothing that comes after it is swallowed.
      def written
        return @text.byteslice(0...@tokens[-last_ends - 1].to) if last_ends.positive?

        @open_comment == :line ? "#{@text}\n" : @text
      end

      # Is it a literal or a word that stands for a value, so that it needs no brackets as a default?
      def literal?
        signless = @tokens.first&.symbol?("-") || @tokens.first&.symbol?("+") ? @tokens.drop(1) : @tokens
        return true if signless.size == 1
        return true if signless.size == 2 && signless[0].word?("x") && signless[1].type == :string

        wrapped?
      end

      # Does one pair of brackets hold all of it?
      def wrapped?
        depth = 0
        return false unless @tokens.first&.symbol?("(")

        @tokens.each_with_index do |token, index|
          depth += step(token)
          return index == @tokens.size - 1 if depth.zero?
        end
        false
      end

      # Without brackets around all of it: as a catalog tells a default.
      def bare
        return @text.strip unless wrapped? && @tokens.size > 2

        Piece.new(@text.byteslice(@tokens.first.to...@tokens.last.from), @kind).bare
      end

      private

      def last_ends = @tokens.reverse.take_while { |token| token.symbol?(";") }.size
      def step(token) = token.symbol?("(") ? 1 : (token.symbol?(")") ? -1 : 0)

      def balanced?
        depth = 0
        @tokens.each { |token| return false if (depth += step(token)).negative? }
        depth.zero?
      end

      # A query may end with one, as people write it.
      def statement_ends?
        (@kind == :query ? @tokens[0...(@tokens.size - [ last_ends, 1 ].min)] : @tokens).any? do |token|
          token.symbol?(";")
        end
      end

      # Types stand within types between angle brackets, too.
      def parted?
        depth = 0
        @tokens.any? do |token|
          depth += step(token)
          depth += { "<" => 1, ">" => -1 }.fetch(token.value, 0) if @kind == :type && token.type == :symbol
          depth.zero? && token.symbol?(",")
        end
      end
    end
  end
end
