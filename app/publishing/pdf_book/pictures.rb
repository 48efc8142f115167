# frozen_string_literal: true

# Drawings of a PDF book: each on a page of the size that it needs to be read, cards leading to their pages.
class PdfBook::Pictures
  HEAD = 40 # points for the title above

  # anchors: ids that can be led to.
  def initialize(pdf, anchors)
    @pdf = pdf
    @anchors = anchors
  end

  # least: the smallest paper, a key of Sheets::SIZES. The block is called on the page that it is drawn on.
  def write(scene, title, least)
    sheets = Kelvath::Diagram::Sheets.readable(scene.extent, least)
    width, height = sheets.size.map { |side| side * DrawingPdf::MM }
    @pdf.start_new_page(size: [ width, height ], layout: :portrait, margin: PdfBook::Writing::MARGIN)
    yield
    @pdf.font("Body", style: :bold) { @pdf.text(title, size: 13) }
    paint(scene)
  end

  private

  def paint(scene)
    bounds, extent = @pdf.bounds, scene.extent
    scale = [ bounds.width / extent.width, (bounds.height - HEAD) / extent.height, DrawingPdf::UNIT ].min
    left, bottom = bounds.absolute_left, bounds.absolute_top - HEAD - extent.height * scale
    DrawingPdf.new(scene, title: "").paint_into(@pdf, at: [ left, bottom ], scale:)
    scene.boxes.each_value do |box|
      next unless @anchors.include?(box.id)

      rect = box.rect
      x = left + (rect.left - extent.left) * scale
      top = bottom + (extent.bottom - rect.top) * scale
      area = [ x, top - rect.height * scale, x + rect.width * scale, top ]
      @pdf.link_annotation(area, Border: [ 0, 0, 0 ], Dest: box.id)
    end
  end
end
