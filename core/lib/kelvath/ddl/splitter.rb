# frozen_string_literal: true

module Kelvath
  module Ddl
    # A script's text as the statements that a reader of it finds.
    module Splitter
      LOOPS = %w[if loop while repeat for].freeze # what "END IF" ends began without BEGIN
      BEGINNING = 8 # words
      HOLDING = /\b(?:trigger|function|procedure|package|event)\b/i # what may hold statements
      # What a stride passes over: words (a dollar sign may be in one), texts and names in quotation marks whole, all
      # else up to what may begin one or end it.
      STRIDES = [ /(?:\s*+(?:[[:alpha:]_][[:alnum:]_$]*|[^\s;'"`$\[\-\/[:alpha:]_]))+/, Lexer::PATTERNS[:string],
                  Lexer::PATTERNS[:quoted], /./m ].freeze
      BODIES = %w[trigger function procedure package event].freeze # what is made with statements within

      PLAIN = %w[table view index schema database sequence].freeze # and what is not

      module_function

      # [[SQL without its semicolon, line it begins on (from 1)], …]; batch_end: the word that stands alone between
      # batches.
      def statements(text, batch_end: nil)
        return plain(text) if batch_end.nil? && !text.match?(HOLDING)

        line, seen = 1, 0
        parted(Lexer.tokens(text)).filter_map do |tokens|
          tokens = tokens[0...-1] if tokens.last.symbol?(";")
          tokens = tokens.drop(1) if batch_end && tokens.first&.word?(batch_end)
          next if tokens.empty?

          line += text.byteslice(seen...tokens.first.from).count("\n")
          seen = tokens.first.from
          [ text.byteslice(tokens.first.from...tokens.last.to), line ]
        end
      end

      # The same of a text in which no statement holds others: it is passed over in strides, and no token is made.
      def plain(text)
        scanner = StringScanner.new(text)
        found, first, last, line, seen = [], nil, nil, 1, 0
        until scanner.eos?
          next if scanner.skip(Lexer::SKIPPED)

          from = scanner.pos
          unless scanner.skip(";")
            STRIDES.find { |pattern| scanner.skip(pattern) }
            first ||= from
            last = scanner.pos
            next unless scanner.eos?
          end
          next if first.nil?

          line += text.byteslice(seen...first).count("\n")
          seen = first
          found << [ text.byteslice(first...last), line ]
          first = nil
        end
        found << [ text.byteslice(first...last), line + text.byteslice(seen...first).count("\n") ] if first
        found
      end

      # Tokens, a list for each statement. Between BEGIN and END semicolons part what is within.
      def parted(tokens)
        statements, depth, body = [ [] ], 0, false
        tokens.each do |token|
          statement = statements.last << token
          body ||= statement.size <= BEGINNING && body?(statement) # said within the first words, or not at all
          depth += step(token, statement) if body
          next unless token.symbol?(";") && !depth.positive?

          statements << []
          depth, body = 0, false
        end
        statements.reject(&:empty?)
      end

      def step(token, statement)
        ended = statement[-2]&.word?("end")
        return 1 if token.word?("begin") || (token.word?("case") && !ended) || (token.word?(*LOOPS) && ended)

        token.word?("end") ? -1 : 0
      end

      # Does the last word make it CREATE … TRIGGER, or another statement that holds some?
      def body?(statement)
        statement.first.word?("create") && statement.last.word?(*BODIES) && statement.none? { |each|
 each.word?(*PLAIN) }
      end
      private_class_method :plain, :parted, :step, :body?
    end
  end
end
