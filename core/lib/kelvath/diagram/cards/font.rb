# frozen_string_literal: true

require "strscan"

module Kelvath
  module Diagram
    # The widths of a font's characters, read from a WOFF 1.0 file (W3C) and its OpenType tables
    # head, hhea, hmtx and cmap (format 4). Kerning is left out: it only makes text narrower.
    class Font
      DIRECTORY = File.expand_path("../../../../fonts", __dir__)
      REMEMBERED = 50_000 # texts
      REPEATED = 200 # characters; longer texts do not recur
      FALLBACK = 0.6 # of an em, for characters the font does not have

      class << self
        # The interface font in a weight (400, 500, 600), read once.
        def weight(weight)
          @fonts ||= {}
          @fonts[weight] ||= new(File.binread(File.join(DIRECTORY, "instrument-sans-latin-#{weight}-normal.woff")))
        end
      end

      # bytes: a WOFF file. Raises UnreadableFile.
      def initialize(bytes)
        raise UnreadableFile, "This is not a WOFF font file." unless bytes.byteslice(0, 4) == "wOFF"

        @tables = read_tables(bytes)
        @units = @tables.fetch("head").byteslice(18, 2).unpack1("n").to_f
        @advances = read_advances
        @glyphs = read_glyphs
        @measured = {}
        @widths = Hash.new { |hash, character| hash[character] = advance(character.ord) }
      end

      # Width of a text in pixels at a font size in pixels. The same names recur all over a model, so
      # what was measured is remembered, up to a number of texts.
      def width(text, size)
        return sum(text) * size if text.length > REPEATED

        @measured.clear if @measured.size > REMEMBERED
        (@measured[text] ||= sum(text)) * size
      end

      # The text, cut with an ellipsis if it is wider than that many pixels.
      def fit(text, size, width)
        return text if text.length <= REPEATED && width(text, size) <= width

        if within(text, size, width) == text.length
          text
        else
          "#{text[0, within(text, size, width - sum('…') * size)].rstrip}…"
        end
      end

      # The text broken at blanks into lines no wider than that; the last of at most `most` lines is cut.
      def wrap(text, size, width, most:)
        lines = []
        words = StringScanner.new(text)
        while lines.size <= most && (word = words.scan(/\s*\S+/)&.lstrip)
          candidate = lines.empty? ? nil : "#{lines.last} #{word}"
          candidate && within(candidate, size, width) == candidate.length ? lines[-1] = candidate : lines << word
        end
        lines = [ *lines.first(most - 1), lines.drop(most - 1).join(" ") ] if lines.size > most
        lines.map { |line| fit(line, size, width) }
      end

      private

      def sum(text) = text.each_char.sum { |character| @widths[character] }

      # How many characters of a text go into a width; looks no further than that.
      def within(text, size, width)
        room = width / size.to_f
        count = 0
        text.each_char do |character|
          room -= @widths[character]
          return count if room < 0

          count += 1
        end
        count
      end

      def read_tables(bytes)
        count = bytes.byteslice(12, 2).unpack1("n")
        (0...count).to_h do |index|
          tag, offset, packed, length = bytes.byteslice(44 + index * 20, 16).unpack("a4N3")
          data = bytes.byteslice(offset, packed)
          [ tag, packed < length ? Zlib::Inflate.inflate(data) : data ]
        end
      end

      def read_advances
        count = @tables.fetch("hhea").byteslice(34, 2).unpack1("n")
        @tables.fetch("hmtx").byteslice(0, count * 4).unpack("nn" * count).each_slice(2).map(&:first)
      end

      # { code point => glyph index } of the Basic Multilingual Plane.
      def read_glyphs
        cmap = @tables.fetch("cmap")
        count = cmap.byteslice(2, 2).unpack1("n")
        offsets = (0...count).map { |index| cmap.byteslice(4 + index * 8, 8).unpack("nnN").last }
        offset = offsets.find { |each| cmap.byteslice(each, 2).unpack1("n") == 4 } or return {}
        segments(cmap, offset).each_with_object({}) { |segment, glyphs| read_segment(cmap, segment, glyphs) }
      end

      def segments(cmap, offset)
        size = cmap.byteslice(offset + 6, 2).unpack1("n")
        starts = [ 14, 16 + size, 16 + size * 2, 16 + size * 3 ].map { |skip| offset + skip }
        ends, firsts, deltas, ranges = starts.map { |start| cmap.byteslice(start, size).unpack("n*") }
        firsts.each_index.map do |index|
          [ firsts[index], ends[index], deltas[index], ranges[index], starts.last + index * 2 ]
        end
      end

      def read_segment(cmap, (first, last, delta, range, place), glyphs)
        (first..last).each do |code|
          next if code == 0xffff

          glyph = range.zero? ? code : cmap.byteslice(place + range + (code - first) * 2, 2).unpack1("n")
          glyphs[code] = (glyph + delta) & 0xffff unless glyph.zero?
        end
      end

      def advance(code)
        glyph = @glyphs[code]
        glyph ? (@advances[glyph] || @advances.last) / @units : FALLBACK
      end
    end
  end
end
