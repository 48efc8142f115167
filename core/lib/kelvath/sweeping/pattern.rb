# frozen_string_literal: true

module Kelvath
  module Sweeping
    # A pattern of names: * stands for any letters, ? for one. Matched piece by piece from the left, so that no pattern
    # takes longer than its length times that of the text.
    class Pattern
      MOST = 200 # characters

      # Raises InvalidValue.
      def initialize(text)
        if text.length > MOST
          raise InvalidValue.new("A pattern has at most #{MOST} characters.", field: :value, value: text)
        end

        parts = text.empty? ? [ "" ] : text.split("*", -1)
        @pieces = parts.map do |piece|
          /#{piece.each_char.map { |letter| letter == '?' ? '.' : Regexp.escape(letter) }.join}/mi
        end
        @lengths = parts.map(&:length)
        @first, @last = /\A#{@pieces.first}/mi, /#{@pieces.last}\z/mi
      end

      # Does all of a text fit?
      def fits?(text)
        return whole?(text) if @pieces.size == 1

        at = starts?(text) ? @lengths.first : (return false)
        @pieces[1..-2].each_with_index do |piece, index|
          found = text.index(piece, at) or return false
          at = found + @lengths[index + 1]
        end
        text.length - at >= @lengths.last && text.match?(@last, text.length - @lengths.last)
      end

      private

      def starts?(text) = text.match?(@first)
      def whole?(text) = text.length == @lengths.first && starts?(text)
    end
  end
end
