# frozen_string_literal: true

module Kelvath
  module Ddl
    # Pieces of SQL in a form in which those that mean the same are the same: servers keep them in words of their own,
    # with
    # brackets, quotation marks, blanks and casts that nobody wrote.
    module Alike
      FIRST_WORDS = { "procedure" => "function" }.freeze # EXECUTE PROCEDURE, as it was once said
      BODY = /\b(?:begin|return(?!s)|select|insert|update|delete)\b.*\z/mi

      BRACKETS = %w[( )].freeze

      module_function

      # without: a schema whose name may be left out.
      def expression(text, without: nil)
        tokens = Lexer.tokens(text)
        kept = []
        tokens.each_with_index do |token, index|
          next if BRACKETS.include?(token.value) && token.type == :symbol
          next if token.symbol?("::") || (index.positive? && cast?(tokens, index))
          next if without && of_schema?(tokens, index, without)

          kept << (token.name? ? token.value.downcase : token.value)
        end
        kept.map { |word| FIRST_WORDS.fetch(word, word) }.join(" ").delete_suffix(" ;").sub(" using btree ", " ")
      end

      # What a routine does; the server writes what stands before it.
      def body(text)
        inner = text[/\$(\w*)\$(.*)\$\1\$/m, 2] || text[/\bAS\s+'((?:[^']|'')*)'/mi, 1]&.gsub("''",
          "'") || text[BODY] || text
        Lexer.tokens(inner).reject { |token| BRACKETS.include?(token.value) }.map { |token| token.name? ?
          token.value.downcase : token.value }.join(" ").delete_suffix(" ;")
      end

      # Does a token belong to the type behind "::"?
      def cast?(tokens, index)
        at = index
        at -= 1 while at.positive? && tokens[at].type == :word && !tokens[at].symbol?("::") &&
          TYPES.include?(tokens[at].value.downcase)
        at < index ? tokens[at].symbol?("::") : tokens[index - 1].symbol?("::")
      end
      TYPES = %w[double precision character varying text timestamp time with without zone integer numeric regclass
        bpchar date].freeze

      def of_schema?(tokens, index, schema)
        (tokens[index].value.casecmp?(schema) && tokens[index + 1]&.symbol?(".")) ||
          (tokens[index].symbol?(".") && index.positive? && tokens[index - 1].value.casecmp?(schema))
      end
      private_class_method :cast?, :of_schema?
    end
  end
end
