# frozen_string_literal: true

require "test_helper"
require "zip"
require "kelvath/command_line"
require_relative "../support/hostile_book"

# A dossier in each format: hostile names stand as text in all of them, and nothing in the HTML runs but its own script.
class PublicationTest < ActiveSupport::TestCase
  include HostileBook

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

  test "a workbook, and CSV files" do
    require "roo"
    file = Tempfile.new([ "book", ".xlsx" ], binmode: true)
    file.write(bytes("xlsx"))
    file.close
    book = Roo::Excelx.new(file.path)
    assert_operator book.sheets.size, :>, 8
    assert_equal %w[Of Within Attribute], book.sheet("Attributes").row(1).first(3)
    assert_includes book.sheet("Attributes").column(1), HOSTILE
    cells = book.sheets.flat_map { |name| book.sheet(name).to_a.flatten.compact }
    assert(cells.all? { |cell| cell.is_a?(String) || cell.is_a?(Numeric) })
    assert_empty book.sheets.flat_map { |name| book.sheet(name).formulas }
    assert_frozen(file.path)
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

  # Heads stay and have filters.
  def assert_frozen(path)
    Zip::File.open(path) do |zip|
      sheets = zip.glob("xl/worksheets/*.xml").map { |each| Nokogiri::XML(each.get_input_stream.read) }
      assert(sheets.all? { |each| each.at_css("pane[state='frozen']") && each.at_css("autoFilter") })
    end
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
    { "<svg onload='alert(1)'/>" => /SVG/, "GIF89a" => /PNG or JPEG/,
      "\x89PNG#{'x' * 400_000}" => /300 kB/ }.each do |wrong, words|
      assert_match words, assert_raises(Kelvath::UnreadableFile) { Logo.read(upload[wrong]) }.message
    end
    assert_raises(Kelvath::UnknownName) { bytes("odt") }
  end

  test "in a pipeline" do
    Dir.mktmpdir do |directory|
      file, out = File.join(directory, "model.json"), File.join(directory, "book.html")
      File.write(file, Kelvath::Interchange::ModelFile.write(@model))
      said = StringIO.new
      line = Kelvath::CommandLine.new(publishing: -> { Publication }, out: StringIO.new, err: said)
      assert_equal 0, line.run([ "publish", file, "--dossier", "Technical", "--to", "html", "--out", out ]), said.string
      assert_match(/note: The chapter “Diagrams” holds nothing/, said.string)
      assert_match(/<h1>Technical/, File.read(out))
      refute_equal 0, line.run([ "publish", file, "--dossier", "Poems", "--to", "html", "--out", out ])
      assert_match(/no dossier “Poems”/, said.string)
    end
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
