# frozen_string_literal: true

require "prawn"

# A scene as a PDF file: on one page, on tiles, or on a page of its own size; text as text. The fonts are those of the
# page, unpacked from WOFF.
class DrawingPdf
  include Painting

  UNIT = 0.75 # PDF points of a drawing unit (CSS pixel)
  MARGIN = 30 # drawing units around the drawing on a page of its own size
  MM = 72 / 25.4 # PDF points
  PAGES = %w[one tiles own].freeze

  def initialize(scene, title:)
    @scene = scene
    @area = scene.extent
    @margin = 0
    @title = title
  end

  # The file's bytes. sheets: Kelvath::Diagram::PaperSheets; pages: one of PAGES. Raises Kelvath::Error for too many
  # tiles.
  def render(sheets:, pages: "one")
    @pdf = nil
    case pages
    when "own" then own_page
    when "tiles" then tiles(sheets)
    else on_paper(sheets, @scene.extent, sheets.fitting, "#{@title} · at #{(sheets.fitting * 100).round} %")
    end
    @pdf.render
  end

  # Paints it into a Prawn document of somebody else's, on the page at hand. at: where its lower left corner is, in
  # points from the page's; scale: points of a drawing unit; area: the part that is painted, all of it if nil.
  def paint_into(pdf, at:, scale:, area: nil)
    @pdf = pdf
    @area = area || @scene.extent
    @pdf.canvas do
      @pdf.save_graphics_state do
        clip(*at, @area.width * scale, @area.height * scale) if area
        @pdf.translate(*at) { @pdf.scale(scale, origin: [ 0, 0 ]) { paint(@scene) } }
      end
    end
    @pdf.undash
    @pdf.fill_color(paper(:ink))
    @pdf.font("Body", style: :normal, size: 9.5)
  end

  private

  def own_page
    @margin = MARGIN
    new_page([ @area.width, @area.height ].map { |side| (side + 2 * MARGIN) * UNIT })
    @pdf.scale(UNIT, origin: [ 0, 0 ]) { paint(@scene) }
  end

  def tiles(sheets)
    tiles = sheets.tiles
    Kelvath::Diagram::PaperSheets.check(tiles)
    tiles.each do |tile|
      on_paper(sheets, tile.area, 1.0, "#{@title} · page #{tile.number} of #{tiles.size} · row #{tile.row + 1}, " \
                                       "column #{tile.column + 1}")
    end
  end

  # A part of the drawing at a scale, from the upper left of what can be printed on; what lies beyond is cut off.
  def on_paper(sheets, area, scale, foot)
    @area = area
    width, height = sheets.size.map { |side| side * MM }
    margin = Kelvath::Diagram::PaperSheets::MARGIN * MM
    new_page([ width, height ])
    scale *= UNIT
    top = height - margin - area.height * scale
    @pdf.save_graphics_state do
      clip(margin, margin, width - 2 * margin, height - 2 * margin)
      @pdf.translate(margin, top) { @pdf.scale(scale, origin: [ 0, 0 ]) { paint(@scene) } }
    end
    @pdf.fill_color(paper(:soft))
    @pdf.font("Drawing", style: :normal, size: 8)
    @pdf.font(DrawingFonts::BROAD) unless DrawingFonts.plain?(foot)
    @pdf.draw_text(DrawingFonts.known(foot), at: [ margin, margin / 2 ], size: 8)
  end

  # What lies beyond is not painted.
  def clip(*area) = @pdf.renderer.add_content(format("%.3f %.3f %.3f %.3f re W n", *area))

  def fonts
    DrawingFonts.add(@pdf, "Drawing")
    @pdf.font("Drawing")
  end

  # size: width and height in points.
  def new_page(size)
    return @pdf.start_new_page(size:) if @pdf

    @pdf = Prawn::Document.new(page_size: size, margin: 0, info: { Title: @title, Creator: "Kelvath" })
    fonts
  end

  # From drawing units, y down from the extent's corner, to the page, y up from its foot.
  def x(value) = value - @area.x + @margin
  def y(value) = @area.height + @margin - (value - @area.y)

  def shape(shape, left, top, tint)
    style = INK::STYLES.fetch(shape.style)
    return text(shape, style, left, top) if shape.type == :text

    fill = colour(shape.tint.presence || (tint.presence if shape.style == :card_face)) || paper(style[:fill])
    stroke = paper(style[:stroke])
    @pdf.fill_color(fill) if fill
    @pdf.stroke_color(stroke) if stroke
    @pdf.line_width(style[:width] || 1)
    style[:dash] ? @pdf.dash(style[:dash][0], space: style[:dash][1]) : @pdf.undash
    draw(shape, left, top)
    finish(fill, stroke)
  end

  def colour(tint) = tint && Kelvath::Diagram::Palette::TINTS.fetch(tint).first.delete("#")
  def paper(name) = name && Kelvath::Diagram::Palette::INKS.fetch(name).delete("#")

  def draw(shape, left, top)
    n = shape.numbers
    case shape.type
    when :rect then n[4].zero? ? @pdf.rectangle(
      [ x(left + n[0]), y(top + n[1]) ], n[2], n[3]
    ) : @pdf.rounded_rectangle([ x(left + n[0]), y(top + n[1]) ], n[2], n[3], [ n[4], n[2] / 2.0, n[3] / 2.0 ].min)
    when :circle then @pdf.circle([ x(left + n[0]), y(top + n[1]) ], n[2])
    when :ellipse then @pdf.ellipse([ x(left + n[0]), y(top + n[1]) ], n[2], n[3])
    else n.each { |command| step(command, left, top) }
    end
  end

  def step((command, *numbers), left, top)
    points = numbers.each_slice(2).map { |a, b| [ x(left + a), y(top + b) ] }
    case command
    when :m then @pdf.move_to(points[0])
    when :l then @pdf.line_to(points[0])
    when :q then @pdf.curve_to(points[1], bounds: [ points[0], points[0] ])
    else @pdf.close_path
    end
  end

  def finish(fill, stroke)
    if fill && stroke then @pdf.fill_and_stroke
    elsif fill then @pdf.fill
    else @pdf.stroke
    end
  end

  def text(shape, style, left, top)
    words = DrawingFonts.known(shape.text.to_s)
    face = style[:italic] ? :italic : ((style[:weight] || 400) >= 600 ? :bold : :normal)
    @pdf.font(DrawingFonts.plain?(words) ? "Drawing" : DrawingFonts::BROAD, style: face, size: style[:size])
    width = @pdf.width_of(words)
    start = x(left + shape.numbers[0]) - { start: 0, middle: width / 2, end: width }.fetch(shape.anchor)
    halo(start, y(top + shape.numbers[1]), width, style[:size]) if style[:halo]
    @pdf.fill_color(paper(style[:fill]))
    @pdf.draw_text(words, at: [ start, y(top + shape.numbers[1]) ])
    underline(start, y(top + shape.numbers[1]) - 2, width) if style[:underline]
  end

  def halo(start, base, width, size)
    @pdf.fill_color("ffffff") # as the page is
    @pdf.fill_rectangle([ start - 2, base + size * 0.8 ], width + 4, size)
  end

  def underline(start, base, width)
    @pdf.undash
    @pdf.stroke_color(paper(:ink))
    @pdf.line_width(0.7)
    @pdf.stroke_line([ start, base ], [ start + width, base ])
  end
end
