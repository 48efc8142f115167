# frozen_string_literal: true

module Kelvath
  module Platforms
    # Reads the text of a type with types within it, between angle brackets:
    # "map<string,array<struct<town:string>>>". What does not fit is kept as it is written, as the base.
    class Hive::TypeText
      NESTED = { "array" => 1, "map" => 2, "uniontype" => nil }.freeze # how many types stand within
      NAME = /`((?:[^`]|``)+)`|([[:alnum:]_]+)/

      def initialize(text)
        @text = text.strip
        @scanner = StringScanner.new(@text)
      end

      # The Metamodel::NativeType value.
      def type
        found = catch(:unread) { read.tap { throw :unread unless @scanner.eos? } }
        found || Metamodel::NativeType.of(@text.downcase)
      end

      private

      def read
        skip
        base = @scanner.scan(/[[:alpha:]][^<>,:(]*(?:\([^()]*\))?/)&.strip&.downcase or throw :unread
        return Kelvath::Platforms::TypeText.new(base).type unless @scanner.peek(1) == "<"

        expect("<")
        value = base == "struct" ? Metamodel::NativeType.of(base, fields: fields) : nested(base)
        expect(">")
        value
      end

      def nested(base)
        throw :unread unless NESTED.key?(base)
        of = [ read ]
        of << read while take(",")
        throw :unread if NESTED[base] && of.size != NESTED[base]
        Metamodel::NativeType.of(base, of:)
      end

      def fields
        list = []
        loop do
          skip
          throw :unread unless @scanner.scan(NAME)
          name = @scanner[1]&.gsub("``", "`") || @scanner[2]
          expect(":")
          list << [ name, read ]
          break list unless take(",")
        end
      end

      def skip = @scanner.skip(/\s+/)
      def take(text) = (skip; @scanner.skip(/#{Regexp.escape(text)}/))
      def expect(text) = take(text) || throw(:unread)
    end
  end
end
