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

  # The file's bytes. progress: is told how far it is. The text goes into the file as it is made: as a tree it would
  # take gigabytes.
  def bytes(progress: Kelvath::Progress.none)
    media = Media.new(@model)
    body = Body.new(@book, media, @facts, progress:)
    ZipBytes.of(Enumerator.new do |files|
      fixed.each { |name, text| files.yield(name, text) }
      files.yield("word/document.xml", body.method(:write_to))
      files.yield("word/_rels/document.xml.rels", relations(**Edges::RELATIONS, **media.relations))
      media.files.each { |name, bytes| files.yield("word/#{name}", bytes) }
    end)
  end

  # XML with its declaration, as text; the block is given a DocxBook::Pen.
  def self.xml
    text = +""
    pen = Pen.new(text)
    yield pen
    text
  end

  private

  # { name => text }, the list of types first, as readers expect it.
  def fixed
    edge = Edges.new(@book)
    { "[Content_Types].xml" => types, "_rels/.rels" => relations("rId1" => [ "officeDocument", "word/document.xml" ],
                                                                 "rId2" => [ "core", "docProps/core.xml" ]),
      "docProps/core.xml" => properties, "word/styles.xml" => styles,
      "word/settings.xml" => PARTS.join("settings.xml").read, "word/header.xml" => edge.header,
      "word/footer.xml" => edge.footer }
  end

  def types
    DocxBook.xml do |pen|
      pen.plain.Types(xmlns: "#{PACKAGE}/content-types") do
        { "rels" => "application/vnd.openxmlformats-package.relationships+xml", "xml" => "application/xml",
          "emf" => "image/x-emf", "png" => "image/png", "jpeg" => "image/jpeg" }.each do |ending, type|
          pen.plain.Default(Extension: ending, ContentType: type)
        end
        TYPES.each { |name, type| pen.plain.Override(PartName: name, ContentType: type) }
      end
    end
  end

  # all: { id => [what it is, target] }
  def relations(**all)
    DocxBook.xml do |pen|
      pen.plain.Relationships(xmlns: "#{PACKAGE}/relationships") do
        all.each do |id, (what, target)|
          type = what == "core" ? "#{PACKAGE}/relationships/metadata/core-properties" : "#{OFFICE}/#{what}"
          pen.plain.Relationship(Id: id, Type: type, Target: target)
        end
      end
    end
  end

  def properties
    dossier = @book.dossier
    DocxBook.xml do |pen|
      pen.space("cp").coreProperties("xmlns:cp" => "#{PACKAGE}/metadata/core-properties",
                                     "xmlns:dc" => "http://purl.org/dc/elements/1.1/") do
        { title: "#{dossier.name}: #{@book.model_name}", subject: dossier.subtitle,
          creator: dossier.author.presence || @facts["person"].to_s,
          language: dossier.language.presence || "en" }.each { |name, text| pen.space("dc").tag(name, pen.clean(text)) }
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
end
