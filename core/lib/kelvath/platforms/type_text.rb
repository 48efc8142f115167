# frozen_string_literal: true

module Kelvath
  module Platforms
    # Reads the text of a native type: standard SQL's syntax (SQL:2016, 6.1), and arrays with brackets. What does not
    # fit it is kept as it is written, as the base.
    #
    #   TypeText.new("Timestamp ( 3 ) with time zone").type
    #   # => { "base" => "timestamp with time zone", "arguments" => [3] }
    class TypeText
      # text: as written; modifiers: words that do not belong to the base.
      def initialize(text, modifiers: [])
        @text = text
        @modifiers = modifiers
        @tokens = Ddl::Lexer.tokens(text)
        @at = 0
      end

      # The Metamodel::NativeType value.
      def type
        found = catch(:unread) { read_type.tap { throw :unread unless @at == @tokens.size } }
        found || Metamodel::NativeType.of(plain(@text))
      end

      private

      def peek = @tokens[@at]
      def symbol?(text) = peek&.symbol?(text)
      def take(text) = symbol?(text) ? @at += 1 : throw(:unread)

      def read_type
        words = words()
        throw :unread if words.empty?
        fields = words == [ "row" ] && symbol?("(") ? read_fields : []
        arguments = fields.empty? && symbol?("(") ? read_arguments : []
        words += words() # timestamp(3) with time zone
        inner = words.size > 1 && words.last == "array" ? words.pop : nil
        modifiers, base = words.partition { |word| @modifiers.include?(word) }
        element = Metamodel::NativeType.of(base.join(" "), arguments:, modifiers:, fields:)
        bracketed(inner ? array(element) : element)
      end

      # integer[], integer array[3]
      def bracketed(element)
        while peek&.type == :quoted && @text.byteslice(peek.from) == "["
          bound = peek.value
          throw :unread unless bound.match?(/\A\d*\z/) && peek.closed
          @at += 1
          bounds = bound.empty? ? [] : [ bound.to_i ]
          element = element["base"] == "array" && !element.key?("arguments") && bounds.any? ?
                      Metamodel::NativeType.sized(element, bounds) :
                      array(element, bounds)
        end
        element
      end

      def array(element, bounds = []) = Metamodel::NativeType.of("array", of: [ element ], arguments: bounds)

      def words
        from = @at
        @at += 1 while peek&.type == :word
        @tokens[from...@at].map { |token| token.value.downcase }
      end

      def read_fields
        take("(")
        fields = []
        loop do
          throw :unread unless peek&.name?
          name = peek.value
          @at += 1
          fields << [ name, read_type ]
          break take(")") unless symbol?(",")

          @at += 1
        end
        fields
      end

      # Whole numbers, and texts as they are written.
      def read_arguments
        take("(")
        from = @at
        depth = 0
        found = []
        until depth.zero? && symbol?(")")
          throw :unread unless peek
          depth += 1 if symbol?("(")
          depth -= 1 if symbol?(")")
          if depth.zero? && symbol?(",")
            found << argument(from)
            from = @at + 1
          end
          @at += 1
        end
        found << argument(from)
        take(")")
        found
      end

      def argument(from)
        throw :unread if from == @at
        written = @text.byteslice(@tokens[from].from...@tokens[@at - 1].to)
        return written.to_i if written.match?(/\A[+-]?\d{1,9}\z/) && written.to_i.to_s == written

        if @tokens[from...@at].all? { |token| %i[word number].include?(token.type) }
          written.downcase.squeeze(" ")
        else
          written
        end
      end

      # In small letters, but for names between quotation marks.
      def plain(text)
        text.gsub(/"[^"]*"|[^"]+/) { |part|
          part.start_with?('"') ? part : part.downcase.gsub(/\s*([(),])\s*/, '\1').squeeze(" ")
        }.strip
      end
    end
  end
end
