# frozen_string_literal: true

# The drawing's fonts as TrueType files, for what cannot read WOFF.
module DrawingFonts
  DIRECTORY = Rails.root.join("tmp/fonts")

  module_function

  # The path of a font as a TrueType file, made from the WOFF file of that name when first asked for.
  def ttf(name)
    path = DIRECTORY.join("#{name}.ttf")
    unless path.exist?
      DIRECTORY.mkpath
      path.binwrite(unpack(File.binread(File.join(Kelvath::Diagram::Font::DIRECTORY, "#{name}.woff"))))
    end
    path.to_s
  end

  # WOFF 1.0 (W3C 2012) to the sfnt it was made from: a table directory, then the tables, each at a
  # multiple of four bytes.
  def unpack(bytes)
    flavour, count = bytes.byteslice(4, 4), bytes.byteslice(12, 2).unpack1("n")
    tables = (0...count).map { |index| table(bytes, index) }
    power = Math.log2(count).floor
    offset = 12 + 16 * count
    directory = tables.map do |tag, checksum, data|
      [ tag, checksum, offset, data.bytesize ].pack("a4N3").tap { offset += (data.bytesize + 3) / 4 * 4 }
    end
    [ flavour, [ count, 16 << power, power, count * 16 - (16 << power) ].pack("n4"), *directory,
      *tables.map { |_, _, data| data.ljust((data.bytesize + 3) / 4 * 4, "\0".b) } ].join
  end

  def table(bytes, index)
    tag, offset, packed, length, checksum = bytes.byteslice(44 + index * 20, 20).unpack("a4N4")
    data = bytes.byteslice(offset, packed)
    [ tag, checksum, (packed < length ? Zlib::Inflate.inflate(data) : data).b ]
  end

  # The text with what the Latin fonts do not have put as a question mark.
  def known(text)
    text.each_char.map { |character| character.ord < 0x0250 || "–—‘’“”•…€≤≥×".include?(character) ? character : "?" }
                  .join
  end
end
