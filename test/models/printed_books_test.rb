# frozen_string_literal: true

require "test_helper"
require "zip"
require_relative "../support/hostile_book"

# Dossiers for paper: what their contents and indexes say is so, links lead somewhere, text is text.
class PrintedBooksTest < ActiveSupport::TestCase
  include HostileBook
  SOME = %w[text diagrams entities domains].freeze

  setup { require "pdf/reader" }

  test "PDF: what the contents and the index say is so, every link leads somewhere, and text is text" do
    reader = PDF::Reader.new(StringIO.new(bytes("pdf", few(*SOME))))
    assert_match(/\A=cmd/, reader.info[:Title])
    pages = reader.pages.map { |page| page.text.gsub(/\s+/, " ") }
    assert_includes pages.first, "=cmd"
    first, last = [ reader.pages[1..6], reader.pages.last(4) ].map do |some|
      some.map(&:text).join("\n").scan(/^ *(Harbour|Booking|Route Leg)(?:, \w+)? {2,}(\d+)$/).uniq
    end
    assert_equal [ 3, first.sort ], [ first.size, last.sort ]
    last.each { |title, page| assert_includes pages[page.to_i - 1], title }
    assert_leads(reader)
    assert_includes pages.join, "onerror=alert(1)"
  end

  # Bookmarks for chapters and pages; annotations whose destinations there are.
  def assert_leads(reader)
    objects = reader.objects
    root = objects.deref(objects.trailer[:Root])
    assert_equal "en", root[:Lang]
    outline = objects.deref(root[:Outlines])
    assert_operator outline[:Count].abs, :>=, SOME.size
    wanted = links(reader)
    assert_operator wanted.size, :>, 100
    assert_empty wanted - all_names(reader)
  end

  # Where its links lead, and what there is to lead to.
  def links(reader)
    objects = reader.objects
    reader.pages.flat_map { |page| Array(objects.deref(page.attributes[:Annots])) }
          .map { |each| objects.deref(objects.deref(each)[:Dest]).to_s }
  end

  def all_names(reader)
    objects = reader.objects
    names_in(objects, objects.deref(objects.deref(objects.deref(objects.trailer[:Root])[:Names])[:Dests]))
  end

  def names_in(objects, tree)
    names = Array(objects.deref(tree[:Names])).each_slice(2).map { |name, _| name.to_s }
    names + Array(objects.deref(tree[:Kids])).flat_map { |kid| names_in(objects, objects.deref(kid)) }
  end

  test "a drawing on tiles has a map that leads to them, and letters of other scripts are written" do
    model = few("diagrams", sheets: "tiles")
    vessel = model.all(:entity).find { |each| each.name == HOSTILE }
    model = Kelvath::ChangeSet.set(vessel, name: "Řepka Θάλασσα").apply(model)
    reader = PDF::Reader.new(StringIO.new(Publication.bytes("pdf", model, model.fetch(@dossier.id))))
    text = reader.pages.flat_map { |page| page.runs.map(&:text) }.join.delete(" ")
    assert_match(/Concept:mapofits\d+pages/, text)
    assert_match(/page4:row\d,column\d;tothemap/, text)
    assert_includes text, "ŘepkaΘάλασσα"
    destinations = links(reader)
    assert_operator destinations.grep(/-4\z/).size, :>=, 1
    assert_empty destinations - all_names(reader)
  end

  test "a single piece has neither cover nor contents" do
    found = Kelvath::Findings.of(@model, Kelvath::Naming::Standard.plain)
    book = Kelvath::Publishing::Extract.findings(@model, found)
    reader = PDF::Reader.new(StringIO.new(Publication.of_book("pdf", @model, book)))
    assert_match(/\AFindings|Findings/, reader.pages.first.text)
    refute_match(/Contents/, reader.pages.map(&:text).join)
    refute Nokogiri::HTML5(Publication.of_book("html", @model, book)).at_css(".contents, .cover")
  end

  WORD = { "w" => DocxBook::Body::SPACES["xmlns:w"] }.freeze

  test "a word-processor document" do
    parts = Zip::File.open_buffer(StringIO.new(bytes("docx"))).to_h { |each| [ each.name, each.get_input_stream.read ] }
    assert_equal "[Content_Types].xml", parts.keys.first
    parts.each { |name, text| assert_empty Nokogiri::XML(text).errors, name if name.end_with?(".xml", ".rels") }
    page = Nokogiri::XML(parts["word/document.xml"])
    styles = Nokogiri::XML(parts["word/styles.xml"]).xpath("//@w:styleId", WORD).map(&:value)
    worn = page.xpath("//w:pStyle/@w:val | //w:rStyle/@w:val | //w:tblStyle/@w:val", WORD).map(&:value)
    assert_empty worn.uniq - styles
    headings = page.xpath("//w:p[w:pPr/w:pStyle/@w:val='Heading2']", WORD).map(&:text)
    assert_includes headings, HOSTILE
    assert_includes page.text, "onerror=alert(1)"
    assert_fields(page)
    assert_pictures(page, parts)
  end

  # A contents field, captions that count, heads on each page, links that lead to marks.
  def assert_fields(page)
    fields = page.xpath("//w:instrText", WORD).map { |each| each.text.strip }
    assert_equal 1, fields.grep(/\ATOC /).size
    assert_operator fields.grep(/\ASEQ Table/).size, :>, 50
    tables = page.xpath("//w:tbl", WORD)
    assert_equal tables.size, tables.xpath("w:tr[1]/w:trPr/w:tblHeader", WORD).size
    marks = page.xpath("//w:bookmarkStart/@w:name", WORD).map(&:value)
    assert_equal marks.uniq, marks
    assert_empty page.xpath("//w:hyperlink/@w:anchor", WORD).map(&:value).uniq - marks
  end

  # Each drawing is there, as a metafile of the length that it says.
  def assert_pictures(page, parts)
    targets = Nokogiri::XML(parts["word/_rels/document.xml.rels"]).css("Relationship")
                      .to_h { |each| [ each["Id"], each["Target"] ] }
    used = page.xpath("//@r:embed", "r" => DocxBook::OFFICE).map { |id| parts["word/#{targets.fetch(id.value)}"] }
    assert_operator used.size, :>=, 6
    used.each do |drawing|
      assert_equal [ 1, " EMF", drawing.bytesize ], drawing.unpack("Vx36a4x4V")
      assert_operator records(drawing).tally[84], :>, 5 # pieces of text
    end
  end

  # The numbers of its records, which follow on one another to the last byte.
  def records(drawing)
    found, at = [], 0
    while at < drawing.bytesize
      number, size = drawing.byteslice(at, 8).unpack("V2")
      found << number
      at += size
    end
    assert_equal [ drawing.bytesize, 14 ], [ at, found.last ]
    found
  end
end
