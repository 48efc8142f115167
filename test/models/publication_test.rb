# frozen_string_literal: true

require "test_helper"
require "zip"

# A dossier in each format: hostile names stand as text in all of them, and nothing in the HTML runs but its own script.
class PublicationTest < ActiveSupport::TestCase
  HOSTILE = %(=cmd|' /C calc'!A0 <script>alert("1")</script> | `x` [y](javascript:z) & "q")
  DEFINITION = "</style><img src=x onerror=alert(1)>\n# Heading\n=1+1"

  FREE = "# Free\n\n<script>alert(2)</script> [go](javascript:alert(3)) ![p](http://far/p.png) *ok*"

  SOME = %w[text diagrams entities domains].freeze

  setup do
    derived = Kelvath::Derivation.derive(ferries.model, platform: "postgresql", ids: Ids)
    model = derived.change_set.apply(ferries.model)
    @model = Kelvath::Draft.change(model, ids: Ids) do |draft|
      draft.set(entity(model, "Vessel").id, name: HOSTILE, definition: DEFINITION)
      made = draft.add(:dossier, name: HOSTILE, subtitle: HOSTILE, footer: HOSTILE, names: "both")
      Kelvath::Publishing::SORTS.each_with_index do |sort, index|
        draft.add(:chapter, parent_id: made.id, name: "#{sort} #{HOSTILE}", sort:, position: index + 1.0, text: FREE)
      end
    end.apply(model)
    @dossier = @model.all(:dossier).first
  end

  def bytes(format) = Publication.bytes(format, @model, @dossier, changes: [ [ "today", HOSTILE, HOSTILE ] ])

  test "HTML" do
    html = bytes("html")
    page = Nokogiri::HTML5(html, max_errors: 20)
    assert_empty page.errors.map(&:to_s)
    assert_equal 1, page.css("script").size
    assert_empty page.css("img, iframe, object, link, [style]").map(&:to_html) - page.css("svg [style]").map(&:to_html)
    assert_empty page.css("*").flat_map { |each| each.attributes.keys.grep(/\Aon/) }
    assert_empty page.css("a").map { |each| each["href"] }.compact.reject { |href| href.start_with?("#") }
    anchors = page.css("[id]").map { |each| each["id"] }
    assert_equal anchors.uniq, anchors
    assert_empty page.css("a[href^='#']").map { |each| each["href"].delete_prefix("#") } - anchors
    assert_equal HOSTILE, page.at_css("h1").text
    assert_includes page.css("article h3").map { |each| each.children.first.text.strip }, HOSTILE
    assert_includes page.css("article .passage").map { |each| each.text.strip }.join, "onerror=alert(1)"
    assert_policy(page)
    assert_equal "ok", page.at_css(".passage em").text
  end

  # The policy lets in what is there, by its digest, and nothing else.
  def assert_policy(page)
    policy = page.at_css("meta[http-equiv='Content-Security-Policy']")["content"]
    assert_match(/\Adefault-src 'none';/, policy)
    [ [ "style-src", page.css("style") ], [ "script-src", page.css("script") ] ].each do |name, parts|
      digests = parts.map { |each| "'sha256-#{[ Digest::SHA256.digest(each.text) ].pack('m0')}'" }
      assert_equal digests, policy[/#{name} ([^;]*)/, 1].split
    end
  end

  test "PDF: what the contents and the index say is so, every link leads somewhere, and text is text" do
    require "pdf/reader"
    few = Kelvath::Draft.change(@model, ids: Ids) do |draft|
      @model.children(@dossier.id, :chapter).each { |each| draft.remove(each.id) unless SOME.include?(each.sort) }
    end.apply(@model)
    reader = PDF::Reader.new(StringIO.new(Publication.bytes("pdf", few, @dossier)))
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
    names = names_in(objects, objects.deref(objects.deref(root[:Names])[:Dests]))
    wanted = reader.pages.flat_map { |page| Array(objects.deref(page.attributes[:Annots])) }
                   .map { |each| objects.deref(objects.deref(each)[:Dest]) }
    assert_operator wanted.size, :>, 100
    assert_empty wanted.map(&:to_s) - names
  end

  def names_in(objects, tree)
    names = Array(objects.deref(tree[:Names])).each_slice(2).map { |name, _| name.to_s }
    names + Array(objects.deref(tree[:Kids])).flat_map { |kid| names_in(objects, objects.deref(kid)) }
  end

  test "a workbook, and CSV files" do
    file = Tempfile.new([ "book", ".xlsx" ], binmode: true)
    file.write(bytes("xlsx"))
    file.close
    Zip::File.open(file.path) do |zip|
      sheets = zip.glob("xl/worksheets/*.xml").map { |each| Nokogiri::XML(each.get_input_stream.read) }
      assert_operator sheets.size, :>, 8
      assert_empty sheets.flat_map { |each| each.css("f").to_a }
      assert(sheets.all? { |each| each.at_css("pane[state='frozen']") && each.at_css("autoFilter") })
      assert_includes sheets.map(&:text).join, HOSTILE
    end
    names = []
    Zip::InputStream.open(StringIO.new(bytes("csv"))) do |zip|
      while (entry = zip.get_next_entry)
        names << entry.name
        cells = CSV.parse(zip.read.force_encoding("UTF-8").delete_prefix("\uFEFF")).flatten.compact
        assert_empty cells.grep(/\A[=+@]/), entry.name
      end
    end
    assert_equal names.uniq, names
    assert_includes names, "columns.csv"
  end

  test "Markdown" do
    text = bytes("markdown")
    outside = text.gsub(/^(`{3,})\w*\n.*?^\1$/m, "")
    require "kramdown"
    page = Nokogiri::HTML5.fragment(Kramdown::Document.new(outside).to_html)
    assert_empty page.css("script").reject { |each| each.text.include?("alert(2)") }.map(&:to_html)
    assert_includes page.text, "onerror=alert(1)"
    assert_match(/^erDiagram$/, text)
    assert_match(/^  "Route" \|\|--o\{ "Route Leg" : "consist of"$/, text)
  end

  test "logos are pictures, and small" do
    upload = ->(bytes) { Struct.new(:tempfile, :bytes) { def read(most)
                                                           bytes.byteslice(0, most)
                                                         end }.new(true, bytes.b) }
    assert_match %r{\Adata:image/png;base64,}, Logo.read(upload["\x89PNG\r\n\x1A\n rest"])
    { "<svg onload='alert(1)'/>" => /SVG/, "GIF89a#{'x' * 400_000}" => /300 kB/ }.each do |wrong, words|
      assert_match words, assert_raises(Kelvath::UnreadableFile) { Logo.read(upload[wrong]) }.message
    end
    assert_raises(Kelvath::UnknownName) { bytes("docx") }
  end

  test "a run keeps its file, and the next server start does, too" do
    stored = ferries
    run = stored.runs.create!(kind: "publishing", title: "Technical", person: "Ada",
                              options: { dossier: "dossier-technical", format: "html" })
    run.work
    assert run.done?, run.message
    Run.tidy
    assert_equal run.result["bytes"], run.output_path.size
    assert_equal [ run ], Run.of_dossier(stored.id, Kelvath::Publishing.fetch(stored.model, "Technical")).to_a
  ensure
    run&.remove_files
  end
end
