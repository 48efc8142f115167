# frozen_string_literal: true

module Kelvath
  module Reading
    # Where something else stands than what can stand there. expected: in words.
    class Unreadable < Error
      attr_reader :byte, :expected

      def initialize(expected, byte)
        @expected = expected
        @byte = byte
        super("#{expected} is expected here.")
      end
    end

    # A name with what stands before it. place: [schema or nil, name], as the database keeps them; key: what it is
    # looked up by; before: what stands before the schema, as text, or nil.
    Name = Struct.new(:place, :key, :before, keyword_init: true) do
      # Its two parts, as texts; the schema is nil where none is named.
      def schema = place.first
      def name = place.last
    end

    # Goes over the tokens of one statement. What takes something passes over it; what only asks does not.
    class Cursor
      # The Statement and its Dialect.
      attr_reader :statement, :dialect
      # The place of the token that stands here, in the list of all.
      attr_accessor :at

      def initialize(statement, dialect, tokens = statement.tokens)
        @statement = statement
        @dialect = dialect
        @tokens = tokens
        @at = 0
      end

      # The token that stands here, or so many behind it; nil behind the last one.
      def peek(ahead = 0) = @tokens[@at + ahead]
      def end? = @at >= @tokens.size

      # The same as a word in lower case; nil if it is none.
      def word(ahead = 0) = @tokens[@at + ahead]&.word

      # How many tokens are left.
      def left = [ @tokens.size - @at, 0 ].max

      # Passes over the token that stands here, and answers it.
      def advance = @tokens[@at].tap { @at += 1 }

      # Does one of these words stand here?
      def word?(*words) = words.include?(word)
      def symbol?(text, ahead = 0) = @tokens[@at + ahead]&.symbol?(text) || false

      # Passes over these words if they stand here, one behind the other; "|" parts words of which one may stand.
      def take(*words)
        return false unless here?(words)

        @at += words.size
        true
      end

      # Do these words stand here, or at another place, one behind the other? "|" as above.
      def here?(words, from = @at)
        words.each_with_index.all? { |each,
          index| (known = @tokens[from + index]&.word) && each.split("|").include?(known) }
      end

      # The one of these words that stands here, passed over; nil for none.
      def take_one(*words)
        found = word
        found if words.include?(found) && (@at += 1)
      end

      # Passes over a symbol if it stands here. Answers whether it did.
      def take_symbol(text)
        symbol?(text) && (@at += 1) ? true : false
      end

      # Raises Unreadable unless the symbol stands here.
      def symbol(text) = take_symbol(text) || refuse("“#{text}”")

      # Raises Unreadable: that stands here which cannot. expected: what can, in words.
      def refuse(expected)
        raise Unreadable.new(expected, peek ? peek.from : statement.to)
      end

      # A name of one part, as the database keeps it. In some dialects texts may be names.
      def name(what = "a name")
        token = peek
        refuse(what.capitalize) unless token&.name? || (token&.type == :string && dialect.text_names?)
        @at += 1
        named(token)
      end

      # A Name of one to four parts.
      def qualified(what = "a name")
        parts = [ part(what) ]
        while symbol?(".") && (peek(1)&.name? || symbol?(".", 1))
          @at += 1
          parts << (symbol?(".") ? nil : part(what))
        end
        build(parts.include?(nil) ? parts.last(1) : dotted(parts))
      end

      # [[columns' names], …] what a list of names in brackets holds; what stands behind a name in it is passed over.
      def names
        symbol("(")
        found = []
        until take_symbol(")")
          found << name
          depth = 0
          until end? || (depth.zero? && (symbol?(",") || symbol?(")")))
            depth += 1 if symbol?("(")
            depth -= 1 if symbol?(")")
            @at += 1
          end
          refuse("“)”") if end?
          take_symbol(",")
        end
        found
      end

      # What stands between brackets, as text, without them. Raises Unreadable where there are none, or no end.
      def group
        refuse("“(”") unless symbol?("(")
        opening = @at
        pass_group
        text(opening + 1, @at - 1)
      end

      # A cursor over what stands between brackets; this one goes on behind them.
      def within
        opening = @at
        pass_group
        Cursor.new(statement, dialect, @tokens[opening + 1...@at - 1])
      end

      # Cursors over the parts between commas that stand in no brackets.
      def parts
        found, from, depth = [], @at, 0
        (@at...@tokens.size).each do |index|
          token = @tokens[index]
          next unless token.type == :symbol

          case token.value
          when "(" then depth += 1
          when ")" then depth -= 1
          when "," then (found << @tokens[from...index]; from = index + 1) if depth.zero?
          end
        end
        @at = @tokens.size
        [ *found, @tokens[from..] ].reject(&:empty?).map { |tokens| Cursor.new(statement, dialect, tokens) }
      end

      # Passes over brackets and all between them. Raises Unreadable where they do not end.
      def pass_group
        depth = 0
        from = @at
        loop do
          token = @tokens[@at] or (@at = from; refuse("“)”"))
          @at += 1
          next unless token.type == :symbol

          depth += 1 if token.value == "("
          depth -= 1 if token.value == ")"
          return if depth.zero?
        end
      end

      # The source's text of the tokens from a place up to another, which is not in it.
      def text(from, to = @at)
        to = [ to, @tokens.size ].min
        return "" if to <= from

        dialect.plain(statement.source.text.byteslice(@tokens[from].from...@tokens[to - 1].to))
      end

      # The text of all that is left.
      def rest = text(@at, @tokens.size).tap { @at = @tokens.size }

      # The value of a text that stands here, without its marks; nil if none does.
      def string
        token = peek
        return unless token && (token.type == :string || (token.type == :quoted && dialect.quoted_texts?))

        @at += 1
        token.type == :quoted ? token.value : dialect.text_of(token.value)
      end

      # A number with its sign, as text; nil if none stands here.
      def number
        sign = %w[- +].find { |each| symbol?(each) }
        return unless peek(sign ? 1 : 0)&.type == :number

        @at += 1 if sign
        "#{sign unless sign == '+'}#{advance.value}"
      end

      # An expression: all up to one of these words, a comma or a bracket that closes more than it opens. The first
      # token belongs to it, whatever it is.
      def expression(stops)
        from, depth, cases = @at, 0, 0
        until end?
          token = peek
          if token.type == :symbol
            break if depth.zero? && @at > from && token.value == ","
            break if depth.zero? && token.value == ")"

            depth += 1 if token.value == "("
            depth -= 1 if token.value == ")"
          elsif token.word
            cases += 1 if token.word == "case"
            cases -= 1 if token.word == "end" && cases.positive?
            break if depth.zero? && cases.zero? && @at > from && stops.include?(token.word) && !goes_on?
          end
          @at += 1
        end
        refuse("An expression") if @at == from
        text(from)
      end

      # Passes over all up to the next comma that stands in no brackets. Answers the text.
      def pass_part
        from, depth = @at, 0
        until end?
          break if depth.zero? && symbol?(",")

          depth += 1 if symbol?("(")
          depth -= 1 if symbol?(")")
          @at += 1
        end
        text(from)
      end

      # The Name that tokens of its parts make, the outermost part first.
      def build(tokens)
        name, schema = tokens.reverse.first(2)
        place = [ schema && dialect.schema(named(schema)), named(name) ]
        Name.new(place:, key: [ place.first && key(schema), key(name) ],
                 before: tokens.size > 2 ? tokens.first(tokens.size - 2).map(&:value).join(".") : nil)
      end

      # The name that a token is, as the database keeps it; and what it is looked up by.
      def named(token) = token.type == :word ? dialect.fold(token.value) : name_of_text(token)
      def key(token) = dialect.key_of(named(token), quoted: token.type != :word)

      private

      # NOT NULL ends an expression, NOT IN does not; COLLATE belongs to it within brackets only.
      def goes_on?
        case word
        when "not" then !word_ahead?("null", "deferrable", "for", "enforced", "valid", "visible")
        when "null", "as" then false
        when "on" then !word_ahead?("update", "delete", "conflict")
        else false
        end
      end

      def word_ahead?(*words) = words.include?(word(1))

      # `harbour.quay` in one pair of quotation marks, where names cannot have dots.
      def dotted(parts)
        only = parts.first
        return parts unless parts.size == 1 && dialect.dotted_names? && only.type == :quoted && only.value.include?(".")

        only.value.split(".", 2).map { |value| Token.new(:quoted, value, only.from, only.to) }
      end

      def part(what)
        refuse(what.capitalize) unless peek&.name? || (peek&.type == :string && dialect.text_names?)
        advance
      end

      def name_of_text(token) = token.type == :string ? dialect.text_of(token.value) : token.value
    end
  end
end
