# frozen_string_literal: true

require "nokogiri"

# A book as a word-processor document (Office Open XML, ISO/IEC 29500): real headings, a contents field, captions that
# are counted, heads of tables on each page, drawings as metafiles that print sharply. No kept library writes such
# documents; the zip and the XML are those of libraries.
class DocxBook
  PARTS = Rails.root.join("app/publishing/docx_book")
  OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
  PACKAGE = "http://schemas.openxmlformats.org/package/2006"
  WORD = "application/vnd.openxmlformats-officedocument.wordprocessingml"
  # { name of a part => its type }
  TYPES = { "/word/document.xml" => "#{WORD}.document.main+xml", "/word/styles.xml" => "#{WORD}.styles+xml",
            "/word/settings.xml" => "#{WORD}.settings+xml", "/word/header.xml" => "#{WORD}.header+xml",
            "/word/footer.xml" => "#{WORD}.footer+xml",
            "/docProps/core.xml" => "application/vnd.openxmlformats-package.core-properties+xml" }.freeze

  # As HtmlBook takes them.
  def initialize(model, book, facts: {})
    @model, @book, @facts = model, book, facts
  end

  # The file's bytes. progress: is told how far it is.
  def bytes(progress: Kelvath::Progress.none)
    media = Media.new(@model)
    document = Body.new(@book, media, @facts, progress:).xml
    ZipBytes.of(parts(document, media))
  end

  private

  # { name => bytes }, the list of types first, as readers expect it.
  def parts(document, media)
    edge = Edges.new(@book)
    { "[Content_Types].xml" => types, "_rels/.rels" => relations("rId1" => [ "officeDocument", "word/document.xml" ],
                                                                 "rId2" => [ "core", "docProps/core.xml" ]),
      "docProps/core.xml" => properties, "word/document.xml" => document,
      "word/styles.xml" => styles, "word/settings.xml" => PARTS.join("settings.xml").read,
      "word/header.xml" => edge.header, "word/footer.xml" => edge.footer,
      "word/_rels/document.xml.rels" => relations(**Edges::RELATIONS, **media.relations) }
      .merge(media.files.transform_keys { |name| "word/#{name}" })
  end

  def types
    xml do |builder|
      builder.Types(xmlns: "#{PACKAGE}/content-types") do
        { "rels" => "application/vnd.openxmlformats-package.relationships+xml", "xml" => "application/xml",
          "emf" => "image/x-emf", "png" => "image/png", "jpeg" => "image/jpeg" }.each do |ending, type|
          builder.Default(Extension: ending, ContentType: type)
        end
        TYPES.each { |name, type| builder.Override(PartName: name, ContentType: type) }
      end
    end
  end

  # all: { id => [what it is, target] }
  def relations(**all)
    xml do |builder|
      builder.Relationships(xmlns: "#{PACKAGE}/relationships") do
        all.each do |id, (what, target)|
          type = what == "core" ? "#{PACKAGE}/relationships/metadata/core-properties" : "#{OFFICE}/#{what}"
          builder.Relationship(Id: id, Type: type, Target: target)
        end
      end
    end
  end

  def properties
    spaces = { "xmlns:cp" => "#{PACKAGE}/metadata/core-properties", "xmlns:dc" => "http://purl.org/dc/elements/1.1/" }
    dossier = @book.dossier
    xml do |builder|
      builder["cp"].coreProperties(spaces) do
        builder["dc"].title("#{dossier.name}: #{@book.model_name}")
        builder["dc"].subject(dossier.subtitle)
        builder["dc"].creator(dossier.author.presence || @facts["person"].to_s)
        builder["dc"].language(dossier.language.presence || "en")
      end
    end
  end

  def styles
    page = Nokogiri::XML(PARTS.join("styles.xml").read)
    page.at_xpath("//w:lang")["w:val"] = @book.dossier.language.presence || "en"
    face = @book.dossier.typeface == "serif" ? "Georgia" : "Arial"
    page.xpath("//w:style[@w:styleId='Passage' or @w:styleId='Title']//w:rFonts").each do |fonts|
      %w[w:ascii w:hAnsi].each { |name| fonts[name] = face }
    end
    page.to_xml
  end

  def xml(&) = Nokogiri::XML::Builder.new(encoding: "UTF-8", &).to_xml(save_with: 0)
end
