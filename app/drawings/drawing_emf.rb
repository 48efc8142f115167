# frozen_string_literal: true

# A scene as an enhanced metafile (the open specification MS-EMF), the drawing that every word processor prints sharply.
# Letters stand where the drawing has them, whatever typeface the reader's machine puts in place of it.
class DrawingEmf
  include Painting

  GRAIN = 20 # units of the file for a drawing unit
  MILLIMETRE = 96 / 25.4 # drawing units
  FACES = { INK::SANS => "Arial", INK::SERIF => "Georgia" }.freeze
  HEADER, EOF, SHAPES = 1, 14, { rect: 43, round: 44, ellipse: 42 }.freeze
  MARGIN = 4 # drawing units, so that strokes at the edge are whole
  PAPER = "#ffffff" # of documents
  NO_BRUSH, NO_PEN = 0x80000005, 0x80000008
  ALIGNED = { start: 24, middle: 30, end: 26 }.freeze # on the base line, at the left, the middle or the right

  def initialize(scene)
    @scene = scene
    @area = scene.extent.grown(MARGIN)
    @records = []
    @handles = {} # { what was made => its number }
  end

  # Rect of what is painted, in drawing units.
  attr_reader :area

  # The file's bytes.
  def bytes
    record(18, 1) # letters without a ground
    record(17, 8) # a scale of its own
    width, height = size
    [ 10, 12 ].each { |origin| record(origin, 0, 0) }
    [ 9, 11 ].each { |extent| record(extent, width, height) }
    paint(@scene)
    record(EOF, 0, 16, 20)
    header(width, height) + @records.join
  end

  private

  def size = [ @area.width, @area.height ].map { |side| (side * GRAIN).ceil }
  def x(value) = ((value - @area.x) * GRAIN).round
  def y(value) = ((value - @area.y) * GRAIN).round

  # Numbers of 32 bits behind the number of the record and its size.
  def record(number, *values) = raw(number, values.pack("l<*"))
  def raw(number, bytes) = @records << [ number, bytes.bytesize + 8 ].pack("V2").concat(bytes)

  # A display of 96 dots an inch, with a dot for each unit of the file.
  def header(width, height)
    frame = [ width, height ].map { |side| (side * 100 / GRAIN / MILLIMETRE).round }
    dots = [ width, height ].map { |side| [ side, 1 ].max }
    millimetres = dots.map { |side| [ (side / GRAIN / MILLIMETRE).round, 1 ].max }
    length = @records.sum(&:bytesize) + 88
    [ HEADER, 88, 0, 0, width, height, 0, 0, *frame, 0x464D4520, 0x10000, length, @records.size + 1 ].pack("V*")
      .concat([ @handles.size + 1, 0 ].pack("v2"), [ 0, 0, 0, *dots, *millimetres ].pack("V*"))
  end

  def shape(shape, left, top, tint)
    style = INK::STYLES.fetch(shape.style)
    return text(shape, style, left, top) if shape.type == :text

    tinted = shape.tint.presence || (tint.presence if shape.style == :card_face)
    fill = tinted ? Kelvath::Diagram::Palette::TINTS.fetch(tinted).first : ink(style[:fill])
    record(37, fill ? brush(fill) : NO_BRUSH)
    record(37, style[:stroke] ? pen(ink(style[:stroke]), style[:width] || 1, style[:dash]) : NO_PEN)
    shape.type == :path ? path(shape.numbers, left, top, fill, style[:stroke]) : figure(shape, left, top)
  end

  def ink(name) = name && Kelvath::Diagram::Palette::INKS.fetch(name)
  def colour(text) = text.delete("#").scan(/../).reverse.join.to_i(16)

  # The number of something that is made when it is first asked for.
  def made(*what)
    @handles[what] ||= (@handles.size + 1).tap { |number| yield number }
  end

  def brush(fill) = made(:brush, fill) { |number| record(39, number, 0, colour(fill), 0) }

  def pen(stroke, width, dash)
    made(:pen, stroke, width, dash) do |number|
      dashes = dash.to_a.map { |each| (each * GRAIN).round }
      kind = 0x10000 | 0x200 | (dash ? 7 : 0) # as wide as said, with flat ends, dashed by its own lengths
      record(95, number, 0, 0, 0, 0, kind, (width * GRAIN).round, 0, colour(stroke), 0, dashes.size, *dashes)
    end
  end

  def figure(shape, left, top)
    one, two, *sizes = shape.numbers
    if shape.type == :rect
      box = [ x(left + one), y(top + two), x(left + one + sizes[0]), y(top + two + sizes[1]) ]
      round = (sizes[2] * 2 * GRAIN).round
      return round.zero? ? record(SHAPES[:rect], *box) : record(SHAPES[:round], *box, round, round)
    end
    wide, high = sizes[0], sizes[1] || sizes[0]
    record(SHAPES[:ellipse], x(left + one - wide), y(top + two - high), x(left + one + wide), y(top + two + high))
  end

  def path(commands, left, top, fill, stroke)
    record(59)
    at = nil
    commands.each do |command, *numbers|
      points = numbers.each_slice(2).map { |a, b| [ x(left + a), y(top + b) ] }
      case command
      when :m then record(27, *points[0])
      when :l then record(54, *points[0])
      when :q then bow(at, *points)
      else record(61)
      end
      at = points.last || at
    end
    record(60)
    record(fill && stroke ? 63 : (fill ? 62 : 64), 0, 0, -1, -1)
  end

  # A curve with one handle as one with two (both two thirds of the way to it).
  def bow(from, handle, to)
    handles = [ from, to ].map { |end_point| end_point.zip(handle).map { |a, b| (a + (b - a) * 2 / 3.0).round } }
    record(5, 0, 0, -1, -1, 3, *handles.flatten, *to)
  end

  def text(shape, style, left, top)
    font = Kelvath::Diagram::Font.weight(style[:weight] || 400)
    words = shape.text.to_s.gsub(/[[:cntrl:]]/, " ")
    at = [ x(left + shape.numbers[0]), y(top + shape.numbers[1]) ]
    steps = words.each_char.map { |letter| (font.width(letter, style[:size]) * GRAIN).round }
    halo(at, steps.sum, shape.anchor, style[:size]) if style[:halo]
    record(37, face(style))
    record(22, ALIGNED.fetch(shape.anchor))
    record(24, colour(ink(style[:fill])))
    write(words, at, steps)
  end

  # A letter beyond the basic plane is two units, of which the first takes its width.
  def write(words, at, steps)
    units = words.each_char.zip(steps).flat_map do |letter, step|
      letter.encode("UTF-16LE").bytesize > 2 ? [ step, 0 ] : [ step ]
    end
    letters = words.encode("UTF-16LE").b
    padded = letters.ljust((letters.bytesize + 3) / 4 * 4, "\0".b)
    head = [ 0, 0, -1, -1, 1 ].pack("l<*") + [ 1.0, 1.0 ].pack("e2")
    about = [ *at, units.size, 76, 0, 0, 0, -1, -1, 76 + padded.bytesize ].pack("l<*")
    raw(84, head + about + padded + units.pack("l<*"))
  end

  def face(style)
    key = style.slice(:size, :weight, :family, :italic, :underline)
    made(:face, key) do |number|
      looks = [ style[:italic], style[:underline] ].map { |flag| flag ? 1 : 0 }
      name = FACES.fetch(style[:family] || INK::SANS).encode("UTF-16LE").b
      raw(82, [ number, -(style[:size] * GRAIN).round, 0, 0, 0, style[:weight] || 400 ].pack("l<*") +
              [ *looks, 0, 1, 0, 0, 0, 0 ].pack("C*") + name.ljust(64, "\0".b) + "\0".b * 228)
    end
  end

  # A ground that lines behind letters stop at.
  def halo(at, width, anchor, size)
    left = at[0] - { start: 0, middle: width / 2, end: width }.fetch(anchor)
    high = (size * GRAIN).round
    record(37, brush(PAPER))
    record(37, NO_PEN)
    record(SHAPES[:rect], left - 40, at[1] - high * 8 / 10, left + width + 40, at[1] + high * 2 / 10)
  end
end
