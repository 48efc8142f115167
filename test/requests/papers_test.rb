# frozen_string_literal: true

require "test_helper"

# What leaves the desk and comes in again: ledgers as sheets, drawings as files, and what a page asks for of a drawing.
class PapersTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  test "ledgers of every kind open, filtered and sorted" do
    Kelvath::Ledger::KINDS.each do |kind|
      get(model_ledger_path(@stored, "kind:#{kind}")) || assert_response(:success, kind)
    end
    get model_ledger_path(@stored, "logical", filter: "crew", sort: "-name", flat: "yes", columns: "name,type,entity")
    names = css_select("td[data-column=name]").map(&:text).reject(&:empty?)
    assert_equal names.sort_by(&:downcase).reverse, names
    assert_select "th", 3
    get model_ledger_stretch_path(@stored, "logical", group: id("Watch"))
    assert_operator response.body.scan(/<tr data-row="\w/).size, :>=, 4
    get model_ledger_path(@stored, "kind:boat")
    assert_response :unprocessable_entity
  end

  test "a ledger goes out as CSV and XLSX and comes in after a preview" do
    { "csv" => "text/csv", "xlsx" => Mime[:xlsx].to_s }.each do |format, type|
      get model_ledger_sheet_path(@stored, "logical", format:)
      assert_equal type, response.media_type
      file = Tempfile.new([ "sheet", ".#{format}" ], binmode: true).tap do |each|
        each.write(response.body) && each.rewind
      end
      post model_ledger_sheet_path(@stored, "logical"),
           params: { file: Rack::Test::UploadedFile.new(file.path, type, true, original_filename: "sheet.#{format}") }
      assert_match(/says nothing that the model does not say already/, response.body, format)
    end
    revision = @stored.reload.revision
    post model_ledger_sheet_path(@stored, "kind:domain"),
         params: { file: upload("Domain,Type,Length\nDeck,text,4\nFlag,boolean,\n") }
    assert_select "li", text: /domain Deck/
    assert_equal revision, @stored.reload.revision
    patch model_ledger_sheet_path(@stored, "kind:domain"),
          params: { rows: css_select("input[name=rows]").first["value"] }
    assert_includes now.all(:domain).map(&:name), "Deck"
    { "Domain,Colour\nA,b\n" => /“Colour” is not known/, "Domain,Type\nA,\"broken\n" => /not readable as CSV/,
      "Domain,Type\nGr\xFCn,text\n".b => /line 2 holds other bytes/,
      "Domain,Type\n=cmd,text\nX,texxt\n" => /begins like a formula.*cannot be “texxt”/m,
      "" => /empty/ }.each do |text, message|
      post model_ledger_sheet_path(@stored, "kind:domain"), params: { file: upload(text) }
      assert_match message, CGI.unescapeHTML(response.body)
    end
    post model_ledger_sheet_path(@stored, "kind:domain"), params: { file: upload("no zip", "sheet.xlsx") }
    assert_match(/not readable as XLSX/, response.body)
    post model_ledger_sheet_path(@stored, "kind:domain"), params: { file: upload(swollen, "sheet.xlsx") }
    assert_match(/unpacks to more than 100 MB/, response.body)
  end

  test "a drawing leaves as SVG and PDF, text as text" do
    Kelvath::Metamodel::NOTATIONS.each_key do |notation|
      ask :patch, model_element_path(@stored, @logical.id), field: "notation", value: notation
      get model_diagram_export_path(@stored, @logical.id, format: :svg)
      svg = Nokogiri::XML(response.body) { |config| config.strict }
      assert_includes svg.css("text").map(&:text).join(" "), "Booked Vehicle"
      get model_diagram_export_path(@stored, @logical.id, format: :pdf)
      assert_equal [ [ 842, 595 ] ], page_sizes(response.body)
      assert_match(/FontFile2|ToUnicode/, response.body)
    end
    ask :patch, model_element_path(@stored, @logical.id), field: "direction", value: "portrait"
    ask :patch, model_element_path(@stored, @logical.id), field: "paper", value: "A3"
    { "one" => 1, "tiles" => 2, "own" => 1 }.each do |pages, count|
      get model_diagram_export_path(@stored, @logical.id, format: :pdf, pages:)
      sizes = page_sizes(response.body)
      assert_operator sizes.size, pages == "tiles" ? :>= : :==, count
      assert_equal pages == "own", sizes.uniq != [ [ 842, 1191 ] ], pages
    end
    get model_diagram_print_path(@stored, @logical.id, pages: "tiles")
    assert_select ".print-page.paper-A3.paper-portrait", minimum: 3
  end

  test "what cards and their lines say comes when a large drawing asks for it" do
    get model_diagram_bodies_path(@stored, @logical.id, ids: [ id("Vessel"), "nobody" ].join(","))
    assert_equal [ id("Vessel") ], response.body.scan(/<g id="card-(\w+)"/).flatten
    assert_equal @model.referrers(id("Vessel"), :relationship).map(&:id).sort,
                 response.body.scan(/<g id="line-(\w+)"/).flatten.sort
    assert_match(/Gross Tonnage/, response.body)
  end

  test "lines are traced for a card that is being dragged, and nothing is kept" do
    node = @model.children(@logical.id, :diagram_node).find { |each| each.element_id == id("Vessel") }
    revision = @stored.reload.revision
    post model_diagram_trace_path(@stored, @logical.id), params: { places: { node.id => "#{node.x + 300},#{node.y}" } }
    assert_operator JSON.parse(response.body).size, :>, 2
    assert_match(/\AM[\d.]+ /, JSON.parse(response.body).values.first["path"])
    assert_equal revision, @stored.reload.revision
    post model_diagram_trace_path(@stored, @logical.id), params: { places: { node.id => "NaN,here" } }
    assert_response :unprocessable_entity
  end

  private

  # [[width, height], …] of a PDF file's pages, in whole points.
  def page_sizes(bytes)
    assert_equal "%PDF-", bytes[0, 5]
    bytes.scan(%r{/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]}).map { |size| size.map { |side| side.to_f.round } }
  end

  # A small file that is large when unpacked.
  def swollen
    require "zip"
    Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry("xl/worksheets/sheet1.xml")
      26.times { zip.write("0" * 4.megabytes) }
    end.string
  end

  def upload(text, name = "sheet.csv")
    file = Tempfile.new([ "upload", File.extname(name) ], binmode: true).tap { |each| each.write(text) && each.rewind }
    Rack::Test::UploadedFile.new(file.path, "application/octet-stream", true, original_filename: name)
  end
end
