# frozen_string_literal: true

module Kelvath
  module Ddl
    # A script's text as the statements that a reader of it finds.
    module Splitter
      LOOPS = %w[if loop while repeat for].freeze # what "END IF" ends began without BEGIN
      BEGINNING = 8 # words
      BODIES = %w[trigger function procedure package].freeze # what is made with statements within

      module_function

      # [[SQL without its semicolon, line it begins on (from 1)], …]; batch_end: the word that stands alone between
      # batches.
      def statements(text, batch_end: nil)
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
        statement.first.word?("create") && statement.last.word?(*BODIES)
      end
      private_class_method :parted, :step, :body?
    end
  end
end
