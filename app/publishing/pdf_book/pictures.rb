# frozen_string_literal: true

# Drawings of a PDF book: each on a page of the size that it needs to be read, or on tiles behind a map of them; cards
# lead to their pages.
class PdfBook::Pictures
  AIR = 10 # points between the title and the drawing
  SHEETS = Kelvath::Diagram::PaperSheets
  LINE, NUMBER = "0e6e77", 26 # colour of the lines of a map, and points of its numbers

  # anchors: ids that can be led to; dossier: says the paper.
  def initialize(pdf, anchors, dossier)
    @pdf, @anchors, @dossier = pdf, anchors, dossier
  end

  # The block is called on the page that it begins on.
  def write(picture, scene, title, &)
    tiles = @dossier.sheets == "tiles" ? tiles(scene) : []
    tiles.size > 1 ? parted(picture.diagram_id, scene, title, tiles, &) : whole(scene, title, &)
  end

  private

  # The pages that it takes at full size; none if they are more than anybody would glue together.
  def tiles(scene)
    direction = scene.extent.height > scene.extent.width ? "portrait" : "landscape"
    @sheets = SHEETS.new(scene.extent, @dossier.paper, direction:)
    all = @sheets.tiles
    all.size > SHEETS::MOST ? [] : all
  end

  def whole(scene, title, &)
    page(SHEETS.readable(scene.extent, @dossier.paper), title, &)
    paint(scene)
  end

  def parted(id, scene, title, tiles, &)
    page(@sheets, "#{title}: map of its #{tiles.size} pages", &)
    place = paint(scene)
    tiles.each { |tile| outline(tile, place, scene.extent, "#{id}-#{tile.number}") }
    tiles.each { |tile| tile(tile, scene, "#{id}-#{tile.number}") }
  end

  # A page of that size with a title.
  def page(sheets, title)
    @pdf.start_new_page(size: sheets.size.map { |side| side * DrawingPdf::MM }, layout: :portrait,
                        margin: PdfBook::MARGIN)
    @pdf.fill_color(PdfBook::INK)
    yield
    further = DrawingFonts.further(title)
    @pdf.font("Body", style: :bold) { @pdf.text(DrawingFonts.known(title), size: 13, fallback_fonts: further) }
  end

  # All of it, as large as fits; answers [left, bottom, scale].
  def paint(scene)
    bounds, extent = @pdf.bounds, scene.extent
    room = @pdf.cursor - AIR
    scale = [ bounds.width / extent.width, room / extent.height, DrawingPdf::UNIT ].min
    left, bottom = bounds.absolute_left, bounds.absolute_bottom + room - extent.height * scale
    DrawingPdf.new(scene, title: "").paint_into(@pdf, at: [ left, bottom ], scale:)
    links(scene, extent, left, bottom, scale)
    [ left, bottom, scale ]
  end

  # One tile on a page of its own, which says how to go back to the map.
  def tile(tile, scene, mark)
    margin = SHEETS::MARGIN * DrawingPdf::MM
    @pdf.start_new_page(size: @sheets.size.map { |side| side * DrawingPdf::MM }, layout: :portrait, margin:)
    @pdf.add_dest(mark, @pdf.dest_xyz(0, @pdf.bounds.absolute_top, nil, @pdf.page))
    scale = DrawingPdf::UNIT
    bottom = @pdf.bounds.absolute_top - tile.area.height * scale
    DrawingPdf.new(scene, title: "").paint_into(@pdf, at: [ margin, bottom ], scale:, area: tile.area)
    links(scene, tile.area, margin, bottom, scale)
    foot(tile, mark)
  end

  def foot(tile, mark)
    text = "page #{tile.number}: row #{tile.row + 1}, column #{tile.column + 1}; to the map"
    @pdf.canvas do
      @pdf.font("Body", size: 8) do
        at = [ @pdf.bounds.width / 2 - 60, 12 ]
        @pdf.fill_color(LINE)
        @pdf.draw_text(text, at:)
        @pdf.link_annotation([ at[0], at[1] - 2, at[0] + @pdf.width_of(text), at[1] + 8 ], Border: [ 0, 0, 0 ],
                             Dest: mark.delete_suffix("-#{tile.number}"))
      end
    end
  end

  # Where a tile is on the map; leads to it.
  def outline(tile, (left, bottom, scale), extent, mark)
    x, y, right, top = area(tile.area.within(extent), extent, left, bottom, scale)
    @pdf.canvas do
      @pdf.stroke_color(LINE)
      @pdf.line_width(0.8)
      @pdf.stroke_rectangle([ x, top ], right - x, top - y)
      @pdf.fill_color(LINE)
      @pdf.font("Body", style: :bold) { @pdf.draw_text(tile.number.to_s, at: [ x + 6, top - NUMBER ], size: NUMBER) }
    end
    @pdf.link_annotation([ x, top - NUMBER - 6, x + 2 * NUMBER, top ], Border: [ 0, 0, 0 ], Dest: mark)
  end

  # Cards within a part of the drawing lead to their pages.
  def links(scene, part, left, bottom, scale)
    scene.boxes.each_value do |box|
      next unless @anchors.include?(box.id) && part.overlaps?(box.rect)

      @pdf.link_annotation(area(box.rect, part, left, bottom, scale), Border: [ 0, 0, 0 ], Dest: box.id)
    end
  end

  # A place of the drawing as one of the page: its left, bottom, right and top, in points.
  def area(rect, part, left, bottom, scale)
    x = left + (rect.left - part.left) * scale
    top = bottom + (part.bottom - rect.top) * scale
    [ x, top - rect.height * scale, x + rect.width * scale, top ]
  end
end
