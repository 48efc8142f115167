# frozen_string_literal: true

# The pictures of a document: drawings as metafiles, and the logo.
class DocxBook::Media
  attr_reader :relations, :files

  # relations: { id => ["image", name] }; files: { name => bytes }
  def initialize(model)
    @model = model
    @relations = {}
    @files = {}
  end

  # [id of its relation, its extent in drawing units]
  def drawing(diagram_id)
    drawing = DrawingEmf.new(Kelvath::Diagram::Scene.of(@model, diagram_id))
    [ keep(drawing.bytes, "emf"), drawing.area ]
  end

  # data: a data URL of a PNG or JPEG picture. [id of its relation, width, height in pixels], or nil for no picture.
  def logo(data)
    kind, text = data.to_s.match(%r{\Adata:image/(png|jpeg);base64,(.+)\z}m)&.captures
    return unless kind

    require "prawn"
    bytes = text.unpack1("m")
    picture = (kind == "png" ? Prawn::Images::PNG : Prawn::Images::JPG).new(bytes)
    size = [ picture.width, picture.height ].map(&:to_i)
    [ keep(bytes, kind), *size ] if size.all?(&:positive?)
  rescue Prawn::Errors::UnsupportedImageType, Prawn::Images::JPG::FormatError, Zlib::Error, NoMethodError
    nil # what cannot be read is left out; the look of the rest stands
  end

  private

  def keep(bytes, ending)
    number = @files.size + 1
    @files["media/picture#{number}.#{ending}"] = bytes
    @relations["picture#{number}"] = [ "image", "media/picture#{number}.#{ending}" ]
    "picture#{number}"
  end
end
