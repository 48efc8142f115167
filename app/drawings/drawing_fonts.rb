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

  FACES = { normal: "instrument-sans-latin-400-normal", bold: "instrument-sans-latin-600-normal",
            italic: "newsreader-latin-400-italic" }.freeze
  BROAD = "Broad" # the family for letters that the others lack
  BROAD_FILE = File.join(Kelvath::Diagram::Font::DIRECTORY, "dejavu-sans-condensed.ttf")

  # Makes a family of fonts known to a Prawn document, and the one for other letters. faces: as FACES.
  def add(pdf, family, faces = FACES)
    pdf.font_families.update(family => faces.transform_values { |name| ttf(name) },
                             BROAD => %i[normal bold italic].to_h { |style| [ style, BROAD_FILE ] })
  end

  # Can all of it be written with the Latin fonts?
  def plain?(text) = !text.match?(beyond)

  # The families to turn to for some text, as Prawn takes them.
  def further(text) = plain?(text) ? [] : [ BROAD ]

  # Can it be written at all?
  def writes?(text) = plain?(text) || !text.match?(unknown)

  # The text with what no font has put as a question mark.
  def known(text) = plain?(text) ? text : text.gsub(unknown, "?")

  # What some of the Latin fonts lack, and what that family lacks, too; blanks apart.
  def beyond = @beyond ||= all_but(FACES.values.map { |name| characters(ttf(name)) }.reduce(:&))
  def unknown = @unknown ||= all_but(characters(BROAD_FILE))
  def all_but(codes) = Regexp.new("[^\\n\\t#{codes.map { |code| format('\\u{%x}', code) }.join}]")

  # Code points that a font has letters for.
  def characters(path)
    require "ttfunk"
    map = TTFunk::File.open(path).cmap.unicode.first
    map.code_map.keys.select { |code| map[code].positive? && !code.between?(0xd800, 0xdfff) && code >= 32 }
  end
  private_class_method :beyond, :unknown, :all_but, :characters
end
