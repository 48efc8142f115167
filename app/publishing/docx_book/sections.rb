# frozen_string_literal: true

# Stretches of pages of one size. A stretch is told by its last paragraph, so the size of what was written is said when
# another is entered, or at the end.
class DocxBook::Sections
  PLAIN = Kelvath::Diagram::PaperSheets::SIZES.fetch("A4").reverse # upright
  MARGIN = 18 # mm
  TWENTIETH = 1440 / 25.4 # of a point, in a millimetre

  def initialize(pen)
    @pen = pen
    @size = PLAIN
    @first = true
  end

  def plain = enter(PLAIN)

  # size: width and height in millimetres.
  def enter(size)
    return if size == @size

    @pen.w.p do
      @pen.w.pPr do
        @pen.w.pStyle("w:val" => "Gap")
        properties
      end
    end
    @size = size
  end

  # Of the last stretch, at the end of the text.
  def close = properties

  # Width and height between the margins, in millimetres.
  def room = @size.map { |side| side - 2 * MARGIN }

  # Widths of columns with such shares, in twentieths of a point.
  def widths(shares)
    whole = room[0] * TWENTIETH
    shares.map { |share| (whole * share / shares.sum).floor }
  end

  private

  def properties
    w = @pen.w
    w.sectPr do
      w.headerReference("w:type" => "default", "r:id" => "header")
      w.footerReference("w:type" => "default", "r:id" => "footer")
      width, height = @size.map { |side| (side * TWENTIETH).round }
      w.pgSz("w:w" => width, "w:h" => height, "w:orient" => width > height ? "landscape" : "portrait")
      side = (MARGIN * TWENTIETH).round
      w.pgMar(%w[top right bottom left].to_h { |edge| [ "w:#{edge}", side ] }
                                       .merge("w:header" => side / 2, "w:footer" => side / 2, "w:gutter" => 0))
      w.titlePg if @first
      @first = false
    end
  end
end
