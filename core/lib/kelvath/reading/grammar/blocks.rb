# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Statements within others: what a block makes when it is run, what is run as a text, and tables that SELECT INTO
      # makes. What stands behind a condition is read as if it held, as it does in a new database.
      module Blocks
        MAKING = /\A\s*(?:create|alter|drop|comment\s+on)\s/i
        PLACES = /(?:\A|;|\b(?:begin|then|else|loop)\b)\s*(?=(?:create|alter|drop|comment\s+on)\s)/i
        RUN = /\bexecute\s+(?:immediate\s+)?('(?:[^']|'')*')\s*;/i
        DEEPEST = 4 # blocks within one another
        INTO = /\A(?<before>\s*select\b[^;]{0,20000}?)\binto\s+(?:temp(?:orary)?\s+|unlogged\s+|table\s+)*
                (?<name>(?:\[[^\]]+\]|"[^"]+"|[\w$#]+)(?:\.(?:\[[^\]]+\]|"[^"]+"|[\w$#]+))*)\s+(?=from\b)/xmi

        private

        # DO $$ … $$: the statements in its text.
        def block(cursor)
          until cursor.end?
            token = cursor.advance
            next unless token.type == :string

            line, = @statement.place(token.from)
            text = dialect.text_of(token.value)
            made_within(text, line)
            text.scan(RUN) { |(literal)| run(dialect.text_of(literal), line) }
          end
        end

        # Each statement that begins somewhere in a block is read to its end.
        def made_within(text, line)
          scanner = StringScanner.new(text)
          while scanner.scan_until(PLACES)
            at = scanner.pos
            first = within(text.byteslice(at..), line + text.byteslice(0, at).count("\n"), once: true)
            scanner.pos = at + (first ? [ first.to, 1 ].max : 1)
            scanner.pos += 1 until scanner.eos? || scanner.rest.valid_encoding?
          end
        end

        # EXEC ('…'), sp_executesql N'…', EXECUTE IMMEDIATE '…'
        def run_texts(cursor)
          until cursor.end?
            token = cursor.advance
            next unless token.type == :string && run_here?(cursor) && !joined?(cursor)

            line, = @statement.place(token.from)
            run(dialect.text_of(token.value), line)
          end
        end

        # The cursor stands behind the text.
        def run_here?(cursor)
          before = cursor.peek(-2)
          return true if %w[immediate sp_executesql].include?(before&.word)
          return %w[exec execute].include?(cursor.peek(-3)&.word) if before&.symbol?("(")

          before&.symbol?("=") && %w[@statement @stmt].include?(cursor.peek(-3)&.value&.downcase)
        end

        def joined?(cursor) = cursor.symbol?("||") || cursor.symbol?("+")
        def run(text, line) = text.match?(MAKING) && within(text, line)

        # Reads statements as if they stood in the script, the first one only if once. Answers the last one.
        def within(text, line, once: false)
          return if (@blocks = @blocks.to_i + 1) > DEEPEST

          outer, source = @statement, @source
          last = nil
          Statements.new(Source.new(name: source.name, text:), dialect, log, line:).each do |statement|
            read(last = statement)
            break if once
          end
          last
        ensure
          @blocks -= 1
          @statement, @source = outer, source if source
        end

        # SELECT … INTO table FROM …
        def select_into(cursor)
          found = dialect.selects_into? && @statement.text.match(INTO) or return cursor.rest

          line = @statement.line
          within("CREATE TABLE #{found[:name]} AS #{found[:before]} #{found.post_match}", line)
        end
      end
    end
  end
end
