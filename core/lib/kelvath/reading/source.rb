# frozen_string_literal: true

module Kelvath
  module Reading
    # A script, or one file of several. text: valid UTF-8.
    Source = Struct.new(:name, :text, keyword_init: true) do
      # name: of the file, "" for a text that was pasted; bytes: as they came. Raises UnreadableFile for what is no
      # text.
      def self.of(name, bytes)
        text, encoding = Decoding.text(bytes)
        new(name:, text:).tap { |source| source.encoding = encoding }
      rescue UnreadableFile => error
        raise UnreadableFile, [ name, error.message ].reject(&:empty?).join(": ")
      end

      # What its bytes were taken for: "UTF-8", "Windows-1252" …
      attr_accessor :encoding
    end

    # Bytes as text: what they say of themselves (byte-order marks), else UTF-8 if they are, else the most likely of the
    # old ones.
    module Decoding
      MARKS = { "\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE" }.freeze
      SEEN = 4096 # bytes that are looked at to tell a text from something else
      ONLY_WINDOWS = /[\x80-\x9F]/n # control characters in Latin-1, letters and quotation marks there

      module_function

      # [text in UTF-8, name of the encoding]. Raises UnreadableFile for an empty file and for what is no text.
      def text(bytes)
        bytes = bytes.b unless bytes.encoding == Encoding::BINARY
        raise UnreadableFile, "This is empty; a script has at least one statement." if bytes.match?(/\A[\s\0]*\z/n)

        mark, marked = MARKS.find { |each, _| bytes.start_with?(each) }
        return [ decoded(bytes.byteslice(mark.bytesize..), marked), marked ] if mark

        wide = wide(bytes)
        return [ decoded(bytes, wide), wide ] if wide

        refuse if binary?(bytes)
        whole = bytes.dup.force_encoding(Encoding::UTF_8)
        return [ without_nulls(whole), "UTF-8" ] if whole.valid_encoding?

        name = bytes.match?(ONLY_WINDOWS) ? "Windows-1252" : "ISO-8859-1"
        [ without_nulls(decoded(bytes, name)), name ]
      end

      def decoded(bytes, name)
        without_nulls(bytes.dup.force_encoding(name).encode(Encoding::UTF_8, invalid: :replace, undef: :replace,
          replace: "�"))
      end

      # UTF-16 without a mark: every other byte of what is written in plain letters is nothing.
      def wide(bytes)
        half = [ SEEN, bytes.bytesize ].min / 2
        return if half < 2

        even, odd = bytes.byteslice(0, half * 2).bytes.each_slice(2).to_a.transpose.map { |list| list.count(&:zero?) }
        return "UTF-16LE" if odd > half * 0.6 && even < half * 0.1

        "UTF-16BE" if even > half * 0.6 && odd < half * 0.1
      end

      # Control characters that no text has, many of them.
      def binary?(bytes)
        head = bytes.byteslice(0, SEEN)
        head.count("\x00-\x08\x0E-\x1A\x1C-\x1F") > head.bytesize / 20
      end

      def without_nulls(text) = text.include?("\0") ? text.delete("\0") : text
      def refuse = raise(UnreadableFile, "This is no text; a schema script, or a zip of scripts, would be.")
      private_class_method :decoded, :wide, :binary?, :without_nulls, :refuse
    end
  end
end
