# frozen_string_literal: true

module Kelvath
  module Ddl
    # A script's text as the statements that a reader of it finds.
    module Splitter
      module_function

      # [[SQL without its semicolon, line it begins on (from 1)], …]; batch_end: the word that stands alone between
      # batches.
      def statements(text, batch_end: nil)
        line, seen = 1, 0
        Lexer.tokens(text).chunk_while { |token, _| !token.symbol?(";") }.filter_map do |tokens|
          tokens = tokens[0...-1] if tokens.last.symbol?(";")
          tokens = tokens.drop(1) if batch_end && tokens.first&.word?(batch_end)
          next if tokens.empty?

          line += text.byteslice(seen...tokens.first.from).count("\n")
          seen = tokens.first.from
          [ text.byteslice(tokens.first.from...tokens.last.to), line ]
        end
      end
    end
  end
end
