# frozen_string_literal: true

# Pictures in a document (DrawingML).
class DocxBook::Pictures
  POINT = 9525 # English metric units of a CSS pixel
  MILLIMETRE = 96 / 25.4 # CSS pixels
  HEADS = 34 # mm for a heading above and a caption below
  LOGO = [ 240, 72 ].freeze # pixels at most

  def initialize(pen)
    @pen = pen
    @count = 0
  end

  def logo(id, width, height)
    scale = [ LOGO[0].fdiv(width), LOGO[1].fdiv(height), 1 ].min
    @pen.paragraph("Normal") { inline(id, width * scale, height * scale, "Logo") }
  end

  # As large as it is, or as the room allows. room: width and height in millimetres.
  def drawing(id, extent, room, title)
    wide, high = room[0] * MILLIMETRE, (room[1] - HEADS) * MILLIMETRE
    scale = [ wide / extent.width, high / extent.height, 1 ].min
    @pen.paragraph("Picture") { inline(id, extent.width * scale, extent.height * scale, title) }
  end

  private

  def w = @pen.w
  def wp = @pen.space("wp")
  def a = @pen.space("a")
  def pic = @pen.space("pic")

  # width, height: in pixels.
  def inline(id, width, height, title)
    size = { cx: (width * POINT).round, cy: (height * POINT).round }
    @count += 1
    w.r do
      w.drawing do
        wp.inline(distT: 0, distB: 0, distL: 0, distR: 0) do
          wp.extent(size)
          wp.docPr(id: @count, name: "Picture #{@count}", descr: @pen.clean(title))
          a.graphic { a.graphicData(uri: DocxBook::Body::SPACES["xmlns:pic"]) { picture(id, size) } }
        end
      end
    end
  end

  def picture(id, size)
    pic.pic do
      pic.nvPicPr do
        pic.cNvPr(id: @count, name: id)
        pic.cNvPicPr
      end
      pic.blipFill do
        a.blip("r:embed" => id)
        a.stretch { a.fillRect }
      end
      pic.spPr do
        a.xfrm do
          a.off(x: 0, y: 0)
          a.ext(size)
        end
        a.prstGeom(prst: "rect") { a.avLst }
      end
    end
  end
end
