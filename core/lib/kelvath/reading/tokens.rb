# frozen_string_literal: true

module Kelvath
  module Reading
    # The smallest part of a script that means something. type: :word, :quoted (a name in quotation marks), :string,
    # :number, :symbol; value: the text, or the name without its marks; from and to: bytes of the text; closed: false
    # for a quotation that has no end.
    class Token
      attr_reader :type, :value, :from, :to, :closed

      def initialize(type, value, from, to, closed: true)
        @type = type
        @value = value
        @from = from
        @to = to
        @closed = closed
      end

      # A word in small letters; nil for anything else, so that no name in quotation marks is taken for a word.
      def word = type == :word ? @word ||= value.downcase.freeze : nil
      def symbol?(text) = type == :symbol && value == text
      def name? = type == :word || type == :quoted
    end

    # Splits the text of a script into tokens, in the words of a dialect. Never fails: what it does not know becomes a
    # token of one character. It is asked for one token after the other, as what comes next may be no SQL at all.
    class Tokens
      PLAIN = /'(?:[^']++|'')*+'?/
      ESCAPED = /'(?:[^'\\]++|''|\\.)*+'?/m
      WORD = /[[:alpha:]_@#&&[^\p{Zs}]][[:alnum:]_$#@]*|[[^\x00-\x7F]&&[^[:space:]]][[:alnum:]_$#@]*/
      # What a client or an installer puts a name for: ${schema}, @{table}, $(name), {prefix}, {{ name }}, %%PREFIX%%.
      STAND_IN = /[@$]\{\w[\w.:-]*\}|\$\(\w+\)|\{\{\s*[\w.]+\s*\}\}|\{\$?\w+\}|%%\w+%%/
      WITH_STAND_INS = /(?:#{STAND_IN})(?:[[:alnum:]_]|#{STAND_IN})*/
      STANDING_IN = "@${%".bytes.freeze
      DIGIT_NAME = /\d+(?!e\d+\b|x\h+\b|b[01]+\b)[[:alpha:]_][[:alnum:]_$]*/i
      NUMBER = /(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?/i
      SYMBOL = /<=|>=|<>|!=|\|\||::|:=|=>|./m
      DOLLARS = /\$([[:alpha:]_][[:alnum:]_]*)?\$/
      QUOTED = { '"' => /"(?:[^"]++|"")*+"?/, "`" => /`(?:[^`]++|``)*+`?/, "[" => /\[(?:[^\]]++|\]\])*+\]?/ }.freeze
      TRAILING = { '"' => /(?<!")"*\z/, "`" => /(?<!`)`*\z/, "]" => /(?<!\])\]*\z/ }.freeze
      ENDS = { '"' => '"', "`" => "`", "[" => "]" }.freeze
      # In front of a text: national, of bytes, of bits, with escapes; Oracle's own quotation marks.
      BEFORE_TEXT = /(?:n|b|x|e|u&|_\w+ ?)(?=')/i
      OWN_MARKS = /n?q'(?:\[.*?\]'|\{.*?\}'|<.*?>'|\(.*?\)'|(\S).*?\1'|.*\z)/mi

      COUNTING = %r{/\*M?!\d*} # a comment that a server of that version, or a later one, runs
      NEVER = 900_000 # a version that no server has

      attr_reader :scanner, :dialect
      # What ends statements, where that is no semicolon: no word goes on over it (END$$).
      attr_writer :stop

      # text: valid UTF-8.
      def initialize(text, dialect)
        @text = text
        @dialect = dialect
        @scanner = StringScanner.new(text)
        @skipped = dialect.skipped
        @conditional = 0
      end

      # Passes over white space and comments. Answers the place where a comment begins that has no end, or nil.
      def skip
        loop do
          next if @scanner.skip(@skipped)

          if @scanner.match?(%r{/\*}) then (open = skip_comment) and return open
          elsif dialect.conditional_comments? && @conditional.positive? && @scanner.skip(%r{\*/}) then @conditional -= 1
          else return
          end
        end
      end

      # The token that begins here, behind what is passed over; nil at the end.
      def next
        return if @scanner.eos?

        from = @scanner.pos
        char = @scanner.peek(1)
        return stand_in(from) if STANDING_IN.include?(@text.getbyte(from)) && @scanner.match?(STAND_IN)

        case char
        when "'" then string(from)
        when '"', "`" then quoted(char, from)
        when "[" then dialect.brackets? ? quoted(char, from) : symbol(from)
        when "0".."9" then (@dialect.digit_names? && digits(from)) || number(from)
        when "$" then dollars(from)
        else word(from) || (@scanner.match?(/\.\d/) ? number(from) : symbol(from))
        end
      end

      private

      def symbol(from) = Token.new(:symbol, @scanner.scan(SYMBOL), from, @scanner.pos)
      def stand_in(from) = Token.new(:word, @scanner.scan(WITH_STAND_INS), from, @scanner.pos)
      def digits(from) = @scanner.scan(DIGIT_NAME)&.then { |name| Token.new(:word, name, from, @scanner.pos) }
      def number(from) = Token.new(:number, @scanner.scan(NUMBER), from, @scanner.pos)

      def word(from)
        return own_marks(from) if dialect.own_marks? && @scanner.match?(/n?q'/i)
        return string(from, @scanner.scan(BEFORE_TEXT)) if @scanner.match?(BEFORE_TEXT)

        value = @scanner.scan(WORD) or return
        return cut(value, from) if @stop && value.index(@stop)&.positive?

        value += @scanner.scan(WITH_STAND_INS) if STANDING_IN.include?(@text.getbyte(@scanner.pos)) &&
                                                  @scanner.match?(WITH_STAND_INS)
        Token.new(:word, value, from, @scanner.pos)
      end

      def cut(value, from)
        value = value[0...value.index(@stop)]
        @scanner.pos = from + value.bytesize
        Token.new(:word, value, from, @scanner.pos)
      end

      def string(from, before = nil)
        escaped = dialect.backslashes? || before&.casecmp?("e")
        text = @scanner.scan(escaped ? ESCAPED : PLAIN)
        Token.new(:string, "#{before}#{text}", from, @scanner.pos, closed: closed?(text, escaped))
      end

      # An odd number of marks at the end closes it.
      def closed?(text, escaped)
        return false if text.size < 2 || !text.end_with?("'")

        body = text[1..]
        body = body.gsub(/\\./m, "") if escaped
        body[/(?<!')'*\z/].size.odd?
      end

      def quoted(char, from)
        text = @scanner.scan(QUOTED.fetch(char))
        ending = ENDS.fetch(char)
        inner = text[1..].delete_suffix(ending)
        inner = inner.gsub(ending * 2, ending) if inner.include?(ending)
        Token.new(:quoted, inner, from, @scanner.pos,
          closed: text.size > 1 && text[1..][TRAILING.fetch(ending)].size.odd?)
      end

      # A text between dollar signs, where the dialect has such.
      def dollars(from)
        mark = dialect.dollar_texts? && @scanner.check(DOLLARS)
        return symbol(from) unless mark

        @scanner.pos += mark.bytesize
        closed = @scanner.skip_until(/#{Regexp.escape(mark)}/)
        @scanner.terminate unless closed
        Token.new(:string, @text.byteslice(from...@scanner.pos), from, @scanner.pos, closed: !closed.nil?)
      end

      def own_marks(from)
        text = @scanner.scan(OWN_MARKS)
        Token.new(:string, text, from, @scanner.pos, closed: text.size > 4 && text.end_with?("'"))
      end

      # Comments may hold others, where the dialect says so; what stands in some of them counts all the same.
      def skip_comment
        from = @scanner.pos
        if dialect.conditional_comments? && @scanner.check(COUNTING)
          if @scanner.matched[/\d+/].to_i < NEVER
            @scanner.skip(COUNTING)
            @conditional += 1
            return
          end
        end
        @scanner.pos += 2
        depth = 1
        while depth.positive?
          found = @scanner.scan_until(dialect.nested_comments? ? %r{/\*|\*/} : %r{\*/})
          return from.tap { @scanner.terminate } unless found

          depth += @scanner.matched == "/*" ? 1 : -1
        end
        nil
      end
    end
  end
end
