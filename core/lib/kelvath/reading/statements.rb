# frozen_string_literal: true

module Kelvath
  module Reading
    # One statement of a script. from, to: bytes of its source's text; line: the one that it begins on.
    class Statement
      SEEN = 10_000 # bytes of a line that are looked through for the column

      attr_reader :tokens, :source, :from, :to, :line

      # open: did nothing end it but the beginning of the next one?
      def initialize(tokens, source, from, to, line, open: false)
        @open = open
        @tokens = tokens
        @source = source
        @from = from
        @to = to
        @line = line
      end

      def open? = @open

      # Its text, without what ends it.
      def text = source.text.byteslice(from...to).strip

      # The line and column of a byte of the source, both from 1.
      def place(byte)
        before = source.text.byteslice([ byte - SEEN, 0 ].max...byte).scrub("")
        row = before[(before.rindex("\n") || -1) + 1..]
        [ line + source.text.byteslice(from...byte).count("\n"), row.length + 1 ]
      end
    end

    # A script's text as its statements, in their order. What a client does for itself is passed over; rows are passed
    # over without being looked at. What is not closed is told, and reading goes on behind the statement that holds it.
    class Statements
      WHOLE = %w[function procedure proc trigger package event macro].freeze # what is made with statements within
      LOOPS = %w[if loop while repeat for].freeze # what "END IF" ends began without BEGIN
      MAKING = %w[create alter].freeze
      HOLDING_NONE = %w[table view index sequence synonym role user schema database domain partition].freeze
      FIRST_WORDS = 12 # within which a statement says what it makes
      OF_ROWS = 7 # tokens that say where rows go
      BEGINNERS = %w[create alter drop insert update delete exec execute set use print declare if begin end else grant
                     revoke deny truncate merge select raiserror return while dbcc].to_set.freeze
      # At the beginning of a line, outside all brackets, it begins a statement of its own, whatever ended the last one.
      ANEW = /(?:create(?:\s+or\s+replace)?(?:\s+[a-z]+){0,3}?\s+
              (?:table|index|view|sequence|trigger|procedure|function|package|type|schema|domain)|alter\s+table)\s/xi
      BEFORE_MORE = %w[on for after of instead and or as not].freeze # behind these a statement goes on
      AGAIN = 40 # times that reading goes back to a place before a quotation that has no end

      PARTS = 400 # of a stretch that are passed over in one step
      TEXTS = { plain: /'(?:[^']++|'')*+'/, escaped: /'(?:[^'\\]++|\\.|'')*+'/m }.freeze
      AT_ONCE = 200 # statements that fill one table and are passed over in one step
      SEMICOLON, SLASH, GOES = 59, 47, [ 71, 103 ].freeze # bytes that may begin what ends a statement: ; / g G
      MAKES = "AaCc".bytes.freeze # what CREATE and ALTER begin with
      SLICE = 1 << 20 # bytes in which lines are counted

      # source: a Source; log: a Log; line: the one that its text begins on.
      def initialize(source, dialect, log, line: 1)
        @source = source
        @text = source.text
        @dialect = dialect
        @log = log
        @tokens = Tokens.new(@text, dialect)
        @scanner = @tokens.scanner
        @delimiter = ";"
        @line, @seen, @again = line, 0, 0
        @stretch = /(?>#{stretch}{1,#{PARTS}})/m
        @alike = Hash.new { |known, prefix| known[prefix] = alike(prefix) }
      end

      # Yields each Statement.
      def each
        until @scanner.eos?
          skip
          next if @scanner.eos? || client? || between?

          statement = read
          yield statement if statement
        end
      end

      private

      def skip
        open = @tokens.skip or return
        tell(open, "The comment that begins here has no end; nothing behind it is read.")
      end

      # What has no end of anything in it: some letters, a whole text. Where statements end with a line, no line's end.
      def stretch
        texts = TEXTS.fetch(@dialect.backslashes? ? :escaped : :plain)
        more = "#{'\n' unless lines_end?}#{'$' unless @dialect.dollar_texts?}"
        /(?:[^;'"`$\/\#\-\\\[\n]++|#{texts}|"(?:[^"\\]++|""|\\.)*+"|-(?!-)|\/(?!\*)|[\\\#\[#{more}])/m
      end

      def lines_end? = @dialect.batch_end || @dialect.slash?

      # Statements that begin with the same words, one after the other.
      def alike(prefix)
        ending = @dialect.batch_end ? /(?:;|(?=\r?\n))\s*+(?:#{@dialect.batch_end}\s++)?+/i : /;\s*+/
        /(?>(?:#{Regexp.escape(prefix)}\b(?>#{stretch}{0,#{PARTS}})#{ending}){1,#{AT_ONCE}})/m
      end

      # The line (from 1) that a byte stands in; they are asked for in their order.
      def line_of(byte)
        return @line - @text.byteslice(byte...@seen).count("\n") if byte < @seen

        while @seen < byte
          to = [ @seen + SLICE, byte ].min
          @line += @text.byteslice(@seen...to).count("\n")
          @seen = to
        end
        @line
      end

      def tell(byte, message) = @log.warn(@source, line_of(byte), message)

      # A line for the client, or one that says what ends statements from now on.
      def client?
        if @scanner.skip(/(?:delimiter[ \t]+|set\s+term(?:inator)?\s+)/i)
          delimit(@scanner.scan(/\S+/).to_s)
          @scanner.skip(/[^\n]*/)
          return true
        end
        @dialect.client ? @scanner.skip(@dialect.client) : nil
      end

      # What ended statements until now may stand behind it.
      def delimit(text)
        text = text.delete_suffix(@delimiter) if text.size > @delimiter.size
        @delimiter = text.empty? ? ";" : text
        @tokens.stop = @delimiter == ";" ? nil : @delimiter
      end

      # What ends a statement where none is.
      def between? = ended? == :consumed

      # Does a statement end here? Answers :consumed, with what ends it passed over, or nil.
      def ended?
        ended = case @text.getbyte(@scanner.pos)
        when SEMICOLON then @delimiter == ";" && @scanner.skip(/;/)
        when SLASH then @dialect.slash? && alone(%r{/[ \t]*\r?(?:\n|\z)})
        when *GOES then @dialect.batch_end && alone(/#{@dialect.batch_end}[ \t]*\d*[ \t]*;?\r?(?:\n|\z)/i)
        end
        ended ||= @delimiter != ";" && @scanner.skip(/#{Regexp.escape(@delimiter)}/)
        :consumed if ended
      end

      # Passes over what stands on a line alone.
      def alone(pattern) = @scanner.check(pattern) && line_begins? && @scanner.skip(pattern)

      def line_begins?
        at = @scanner.pos
        at -= 1 while at.positive? && [ 32, 9 ].include?(@text.getbyte(at - 1))
        at.zero? || @text.getbyte(at - 1) == 10
      end

      def read
        from = @scanner.pos
        line = line_of(from)
        first = @tokens.next
        return unclosed(first) unless first.closed
        return rows([ first ], from, line) if @dialect.class::ROWS.include?(first.word) && @delimiter == ";"

        tokens = [ first ]
        @held = @dialect.slash? && %w[declare begin].include?(first.word) ? :slash : nil
        @settled, @depth, @begun, @brackets, @open = false, 0, false, 0, false
        loop do
          skip
          break if @scanner.eos? || stops?(tokens)

          token = @tokens.next
          return unclosed(token) unless token.closed

          tokens << token
          note(token, tokens)
        end
        Statement.new(tokens, @source, from, tokens.last.to, line, open: @open)
      end

      # Does the statement end before what comes next?
      def stops?(tokens)
        if @text.getbyte(@scanner.pos) == SEMICOLON && @delimiter == ";" && @held
          return false if goes_on?

          @scanner.skip(/;/)
          return true
        end
        return true if ended?
        return false if @held
        return @open = true if begins_anew?(tokens)

        @dialect.loose? && begins_another?(tokens)
      end

      # What holds statements goes on behind a semicolon: up to its batch's end, or the end of its outer block.
      def goes_on?
        case @held
        when :batch then true
        when :slash then slash_ahead? || @depth.positive? || !@begun
        else @depth.positive?
        end
      end

      # Is there a slash on a line of its own further on? Looked for once for all that comes before it.
      def slash_ahead?
        return true if @slash && @slash > @scanner.pos
        return false if @no_slash

        length = @scanner.exist?(%r{^[ \t]*/[ \t]*\r?$})
        length ? @slash = @scanner.pos + length : @no_slash = true
        !length.nil?
      end

      # Some scripts leave out what ends a statement.
      def begins_anew?(tokens)
        return false unless @brackets.zero? && MAKES.include?(@text.getbyte(@scanner.pos)) && @scanner.check(ANEW)

        line_begins? && !BEFORE_MORE.include?(tokens.last.word) && !tokens.last.symbol?(",")
      end

      # Where semicolons are left out: does a word here begin another statement?
      def begins_another?(tokens)
        return false unless @brackets.zero? && @scanner.check(/[a-z]+\b/i)

        word = @scanner.matched.downcase
        return false unless BEGINNERS.include?(word)

        last = tokens.last
        first = tokens.first.word
        return true if tokens.size == 1 && %w[begin end else].include?(first)
        return false if last.symbol?(",") || BEFORE_MORE.include?(last.word)
        return false if word == "set" && %w[delete update].include?(last.word)
        return true if first == "if" && tokens.size > 1

        @text.byteslice(last.to...@scanner.pos).include?("\n")
      end

      def note(token, tokens)
        case token.type
        when :symbol
          @brackets += 1 if token.value == "("
          @brackets -= 1 if token.value == ")"
        when :word
          held(token.word, tokens) if tokens.size <= FIRST_WORDS && @held.nil? && !@settled
          step(token.word, tokens) if @held
        end
      end

      # Is it something that holds statements, and how far does that reach?
      def held(word, tokens)
        return @settled = true if HOLDING_NONE.include?(word) || !MAKING.include?(tokens.first.word)
        return unless WHOLE.include?(word) || (word == "body" && tokens[-2].word == "type")

        @held = if @dialect.batch_end then :batch
        elsif @dialect.slash? then :slash
        else :block
        end
        @depth, @begun = 1, true if word == "package"
      end

      def step(word, tokens)
        ended = tokens[-2]&.word == "end"
        if word == "begin" || (word == "case" && !ended) then @depth += 1; @begun = true
        elsif LOOPS.include?(word) && ended then @depth += 1
        elsif word == "end" then @depth -= 1
        end
      end

      # Rows, and questions: where they go is read, they themselves are passed over.
      def rows(tokens, from, line)
        while tokens.size < OF_ROWS
          skip
          break if @scanner.eos? || (ending = ended? || (@dialect.loose? && loose_end?))

          token = @tokens.next
          return unclosed(token) unless token.closed

          tokens << token
        end
        pass_over unless ending
        to = @scanner.pos
        pass_copied(from, to)
        pass_alike(tokens, from)
        Statement.new(tokens, @source, from, to, line)
      end

      def pass_over
        until @scanner.eos?
          next if @scanner.skip(@stretch)

          skip
          return if @scanner.eos? || ended?
          return if @dialect.loose? && loose_end?

          token = @tokens.next
          return unclosed(token) if token && !token.closed
        end
      end

      # Dumps fill a table by thousands of statements.
      def pass_alike(tokens, from)
        return unless %w[insert replace].include?(tokens.first.word)

        name = tokens.index { |token| token.symbol?("(") || %w[values select default].include?(token.word) }
        return unless name&.between?(2, 6)

        pattern = @alike[@text.byteslice(from...tokens[name - 1].to)]
        @tokens.skip
        nil while @scanner.skip(pattern)
      end

      def loose_end?
        return false unless line_begins? && @scanner.check(/[a-z]+\b/i)

        BEGINNERS.include?(@scanner.matched.downcase) && !%w[select set].include?(@scanner.matched.downcase)
      end

      # The lines of data that follow COPY … FROM stdin.
      def pass_copied(from, to)
        return unless @text.byteslice(from, 4).casecmp?("copy")
        return unless @text.byteslice(from...[ to, from + 20_000 ].min).match?(/\bfrom\s+(?:stdin|standard input)\b/i)

        @scanner.skip_until(/^\\\.[ \t]*\r?$/) || begin
          tell(from, "The rows that begin here have no end (a line with \\. alone); nothing behind them is read.")
          @scanner.terminate
        end
      end

      # A quotation that has no end: it is told where it began, and reading goes on behind the next line that ends a
      # statement.
      def unclosed(token)
        tell(token.from, "The quotation mark that begins here has no end; its statement is left out.")
        @again += 1
        @scanner.pos = token.from + 1
        (@again <= AGAIN && @scanner.skip_until(/;[ \t]*\r?\n/)) || @scanner.terminate
        nil
      end
    end
  end
end
