# frozen_string_literal: true

require "strscan"

module Kelvath
  module Prose
    # Names within sentences. One that the grammar would take apart stands in quotation marks.
    module Quoting
      NUMBERS =
        /\b(?:one|two|three|four|five|six|many|several|exactly|at\ least|at\ most|\d+
             |zero\ or\ more|any\ number\ of|a\ single)\b/ix
      MARKS = /[,;.:()“”"]/
      RISKY =
        /#{MARKS}|#{NUMBERS}|\A(?:an?|the|its|each|every|no)\s
         |\s(?:and|or|may|must|is|has|have|in|as|of|an?|its|which|with|can|means|takes?|decides?)(?:\s|\z)/ix
      RISKY_PHRASE = /#{MARKS}|#{NUMBERS}|\s(?:an?|may|must)(?:\s|\z)/i
      # Private-use characters stand for what was quoted while a sentence is taken apart.
      OPEN = 0xE000
      PLACE = /[\u{E000}-\u{F8FF}]/

      # A name that stood in quotation marks: it is meant as it is written.
      class Exact < String; end

      module_function

      # A name as it is written in a sentence: in quotation marks if need be. A phrase may hold more.
      def name(text) = plain?(text) ? text : quoted(text)

      # Can the grammar read a name without quotation marks?
      def plain?(text) = !text.match?(RISKY) && !text.match?(/\A(?:[[:lower:]]|\W)/)

      # A phrase in quotation marks where a reader could take it for something else; any text in them.
      def phrase(text) = text.match?(RISKY_PHRASE) ? quoted(text) : text

      # Any text in quotation marks, so that #protect reads it back.
      def quoted(text) = "“#{text.gsub('\\', '\\\\\\\\').gsub('“', '\\(').gsub('”', '\\)')}”"

      # [text with a character for each quoted part, the parts]
      def protect(text)
        parts = []
        plain = +""
        each_quoted(text.gsub(PLACE, "?")) do |before, quoted|
          plain << before
          next unless quoted

          parts << unescape(quoted)
          plain << [ OPEN + parts.size - 1 ].pack("U")
        end
        [ plain, parts ]
      end

      MOST_PARTS = 6_000 # as many private-use characters as there are; what is quoted after them stays as it is
      CLOSING = { "“" => /”/, '"' => /"/ }.freeze

      # Yields [text before a quoted part, the part without its marks], and at last [the rest, nil]. Each mark is
      # looked at once: an opening one without its like further on is a character as any other.
      def each_quoted(text)
        scanner = StringScanner.new(text)
        open = CLOSING.dup
        before = +""
        MOST_PARTS.times do
          before << scanner.scan(/[^“"]*/)
          mark = scanner.getch or break
          quoted = open[mark] && scanner.scan_until(open[mark])
          quoted ? (yield before, quoted.chop) : open.delete(mark)
          before = quoted ? +"" : before << mark
        end
        yield before << scanner.rest, nil
      end

      # Puts quoted parts back, without their marks.
      def restore(text, parts) = text.gsub(PLACE) { |mark| parts[mark.ord - OPEN].to_s }

      # One name put back; Exact if all of it was quoted.
      def restore_name(text, parts)
        text = text.strip
        text.match?(/\A#{PLACE}\z/) ? Exact.new(restore(text, parts)) : restore(text, parts).strip
      end

      # The same with their marks: for text that was not meant to be taken apart.
      def requote(text, parts) = text.gsub(PLACE) { |mark| quoted(parts[mark.ord - OPEN].to_s) }

      # What stood between quotation marks, with the marks that #quoted took out of it.
      def unescape(text)
        text.gsub(/\\(.)/) do
          { "(" => "“", ")" => "”", "\\" => "\\" }.fetch(Regexp.last_match(1), Regexp.last_match(1))
        end
      end
    end
  end
end
