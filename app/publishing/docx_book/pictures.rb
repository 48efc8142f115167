# frozen_string_literal: true

# Pictures in a document (DrawingML).
class DocxBook::Pictures
  POINT = 9525 # English metric units of a CSS pixel
  MILLIMETRE = 96 / 25.4 # CSS pixels
  HEADS = 34 # mm for a heading above and a caption below
  LOGO = [ 240, 72 ].freeze # pixels at most

  def initialize(xml, pen)
    @xml, @pen = xml, pen
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

  # width, height: in pixels.
  def inline(id, width, height, title)
    size = { cx: (width * POINT).round, cy: (height * POINT).round }
    @count += 1
    @pen.w.r do
      @pen.w.drawing do
        @xml["wp"].inline(distT: 0, distB: 0, distL: 0, distR: 0) do
          @xml["wp"].extent(size)
          @xml["wp"].docPr(id: @count, name: "Picture #{@count}", descr: title.gsub(DocxBook::Pen::UNWRITABLE, " "))
          @xml["a"].graphic { @xml["a"].graphicData(uri: DocxBook::Body::SPACES["xmlns:pic"]) { picture(id, size) } }
        end
      end
    end
  end

  def picture(id, size)
    @xml["pic"].pic do
      @xml["pic"].nvPicPr do
        @xml["pic"].cNvPr(id: @count, name: id)
        @xml["pic"].cNvPicPr
      end
      @xml["pic"].blipFill do
        @xml["a"].blip("r:embed" => id)
        @xml["a"].stretch { @xml["a"].fillRect }
      end
      @xml["pic"].spPr do
        @xml["a"].xfrm do
          @xml["a"].off(x: 0, y: 0)
          @xml["a"].ext(size)
        end
        @xml["a"].prstGeom(prst: "rect") { @xml["a"].avLst }
      end
    end
  end
end
