# frozen_string_literal: true

require "test_helper"

class DeskTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
    @model = @stored.model
    @concept = @model.all(:diagram).find { |diagram| diagram.stage == "concept" }
  end

  def ask(verb, path, **params) = public_send(verb, path, params:, headers: { "HX-Request" => "true" })

  # Ids of the parts that an answer puts into the page.
  def parts
    Nokogiri::HTML5.fragment(response.body).css("[hx-swap-oob]").map { |node| [ node["id"], node["hx-swap-oob"] ] }
  end

  def painted
    Nokogiri::HTML5.fragment(response.body.gsub(/<\/?template>/, "")).css("g[id][hx-swap-oob=true]").map do |node|
      node["id"]
    end
  end

  test "a diagram that is undone is left, and one that is done again is opened" do
    post model_diagrams_path(@stored), params: { name: "Drafts", stage: "logical" }
    made = @stored.reload.model.all(:diagram).find { |each| each.name == "Drafts" }
    ask :post, model_undo_path(@stored), diagram_id: made.id
    assert_response :success
    assert_equal model_path(@stored), response.headers["HX-Redirect"]
    ask :post, model_redo_path(@stored), diagram_id: made.id
    assert_response :success
    assert_equal model_diagram_path(@stored, made.id), response.headers["HX-Redirect"]
  end

  test "a page that is put together again says what has changed, and once what has not" do
    2.times { get model_diagram_path(@stored, @concept.id) }
    names = css_select(".contents-entry").map(&:text)
    vessel = entity(@model, "Vessel")
    @stored.journal.commit(Kelvath::Editing.set(@model, vessel.id, :name, "Ship"), by: "Ada")
    get model_diagram_path(@stored, @concept.id)
    assert_equal names.map { |name| name.sub(/\AVessel\z/, "Ship") }.sort,
                 css_select(".contents-entry").map(&:text).sort
    assert_select "#card-#{vessel.id}", text: /Ship/
    assert_select "#cards .card", @model.children(@concept.id, :diagram_node).size
  end

  test "entries stand under the heading that they belong to by now" do
    vessel = entity(@model, "Vessel")
    area = @model.all(:subject_area).find { |each| each.id != vessel.subject_area_id }
    ask :patch, model_element_path(@stored, vessel.id), field: "subject_area_id", value: area.id,
        diagram_id: @concept.id
    assert_includes parts, [ "contents", "true" ]
    headings = Nokogiri::HTML5.fragment(response.body).css("#contents h2").to_h do |heading|
      [ heading.text.strip, heading.next_element.css(".contents-entry").map(&:text) ]
    end
    assert_equal [ area.name ], headings.select { |_, names| names.include?("Vessel") }.keys
    ask :patch, model_element_path(@stored, vessel.id), field: "definition", value: "Floats.", diagram_id: @concept.id
    refute_includes parts.map(&:first), "contents"
  end

  test "a rename paints the cards it shows on and nothing else" do
    vessel = entity(@model, "Vessel")
    get model_diagram_path(@stored, @concept.id)
    ask :patch, model_element_path(@stored, vessel.id), field: "name", value: "Ship", seen: "Vessel",
        diagram_id: @concept.id, selected: vessel.id
    assert_response :success
    assert_equal [ "card-#{vessel.id}" ], painted
    assert_includes parts, [ "entry-#{vessel.id}", "true" ]
    assert_includes parts, [ "set-#{vessel.id}-name", "true" ]
    assert_match(/Renamed entity Vessel to Ship/, response.body)
  end

  test "a change of the key reaches the cells it migrates to" do
    number = @model.all(:attribute).find { |attribute| attribute.name == "Hull Number" }
    ask :patch, model_cell_path(@stored, number.id), column: "name", value: "Registration", seen: "Hull Number",
        ledger: "logical"
    cells = Nokogiri::HTML5.fragment(response.body.gsub(/<\/?template>/,
                                                        "<table><tr>")).css("td[data-column=name]").map(&:text)
    assert_equal({ "Registration" => 1, "Vessel Registration" => 4, "Earlier Vessel Registration" => 1 }, cells.tally)
  end

  test "a pasted block becomes attributes and a wrong one names its row" do
    note = entity(@model, "Lost Item")
    ask :post, model_pastes_path(@stored), entity_id: note.id, columns: "name,type",
        text: "Shelf\ttext(4)\nColour\tTitle\n", ledger: "logical"
    assert_response :success
    assert_equal %w[Shelf Colour], @stored.reload.model.children(note.id, :attribute).last(2).map(&:name)
    ask :post, model_pastes_path(@stored), entity_id: note.id, columns: "name,type",
        text: "Size\tdecimal(3,1)\nWeight\thevy\n"
    assert_response :unprocessable_entity
    assert_match(/Row 2 of what you pasted: “hevy” is neither a domain nor a type/, CGI.unescapeHTML(response.body))
    refute(@stored.reload.model.all(:attribute).any? { |attribute| attribute.name == "Size" })
  end

  test "a wrong cell keeps what was typed beside the reason" do
    name = @model.all(:attribute).find { |attribute| attribute.name == "Call Sign" }
    ask :patch, model_cell_path(@stored, name.id), column: "length", value: "ten", seen: "10", ledger: "logical"
    assert_response :unprocessable_entity
    cell = Nokogiri::HTML5.fragment(response.body.gsub(/<\/?template>/,
                                                       "<table><tr>")).at_css("#cell-#{name.id}-length")
    assert_equal [ "ten", "true", "10" ], [ cell.text, cell["aria-invalid"], cell["data-seen"] ]
    assert_match(/whole number, not “ten”/, cell["title"])
  end

  test "moving, laying out, removing and undoing each answer with the parts that changed" do
    get model_diagram_path(@stored, @concept.id)
    node = @model.children(@concept.id, :diagram_node).first
    ask :post, model_diagram_move_path(@stored, @concept.id), places: { node.id => "-500,-300" },
        diagram_id: @concept.id
    assert_includes painted, "card-#{node.element_id}"
    ask :post, model_diagram_layout_path(@stored, @concept.id), diagram_id: @concept.id
    assert_equal [ node.x, node.y ], @stored.reload.model[node.id].then { |each| [ each.x, each.y ] }
    ask :delete, model_element_path(@stored, node.element_id), diagram_id: @concept.id, selected: node.element_id
    assert_includes parts, [ "entry-#{node.element_id}", "delete" ]
    ask :post, model_undo_path(@stored), diagram_id: @concept.id
    assert_match(/id="card-#{node.element_id}"/, response.body)
    ask :post, model_diagram_move_path(@stored, @concept.id), places: { node.id => "far,away" }
    assert_response :unprocessable_entity
  end

  test "the command box finds objects, writes sentences first and makes what is new last" do
    entries = lambda do |text|
      get model_finds_path(@stored), params: { text: }
      css_select("[data-find]").map { |entry| entry.text.strip }
    end
    assert_match(/\ASailing\b/, entries.call("sail").first)
    assert_equal [ "Find “sail” everywhere", "Make the entity “sail”" ], entries.call("sail").last(2)
    assert_equal [ "Make the entity “sailplane”", "Find “sailplane” everywhere" ], entries.call("sailplane")
    assert_equal [ "Make the entity “Q”" ], entries.call(" Q ")
    refute_includes entries.call("vessel").join, "Make the entity"
    assert_equal "Write this sentence into the model", entries.call("Each Vessel may make many Trips.").first
    assert_equal 2, entries.call("%_%").size
    assert_select "[data-for=?]", "%_%"
    ask :post, model_lines_path(@stored), text: "Each Sailing may"
    assert_response :unprocessable_entity
  end

  test "the command box finds tables of designs that are not loaded" do
    design = Kelvath::Starting.design(@model, platform: "sqlite", ids: Ids)
    @stored.journal.commit(design.change_set, by: "Guest")
    loaded = NameSearch.new(@stored.model).named("crew_mem").map(&:id)
    ModelCache.clear
    model = @stored.reload.model
    assert_equal loaded, NameSearch.new(model).named("Crew_Mem").map(&:id)
    assert_equal [ design.design_id ], model.absent.keys
    assert_equal [ :table ], loaded.map { |id| model[id].kind }.uniq
  end

  test "options of a table are those of its platform, and a wrong one is told what there is" do
    derived = Kelvath::Starting.design(@model, platform: "sqlite", ids: Ids)
    @stored.journal.commit(derived.change_set, by: "Guest")
    table = @stored.model.children(derived.design_id, :table).first
    ask :get, model_element_path(@stored, table.id)
    assert_select "input[type=checkbox][title*='primary key']"
    ask :patch, model_element_path(@stored, table.id), field: "options", option: "without rowid", value: "yes"
    assert_equal({ "without rowid" => true }, @stored.reload.model[table.id].options)
    ask :patch, model_element_path(@stored, table.id), field: "options", option: "without rowid"
    ask :patch, model_element_path(@stored, table.id), field: "options", value: "Strict", seen: ""
    assert_response :success
    assert_equal({ "strict" => true }, @stored.reload.model[table.id].options)
    ask :patch, model_element_path(@stored, table.id), field: "options", value: "strict; quick", seen: "strict"
    assert_response :unprocessable_entity
    assert_match(/“quick” is none of them. A table has these options in SQLite: strict, without rowid/,
                 CGI.unescapeHTML(response.body))
  end

  test "the script is saved as a file, and one's name stands in the journal" do
    patch person_path, params: { name: "Harbour Master" }
    post model_designs_path(@stored), params: { platform: "postgresql" }
    design = @stored.reload.model.all(:design).first
    get model_design_script_path(@stored, design.id, format: :sql)
    assert_match(/attachment; filename="hollin_sound_ferries_postgresql\.sql"/, response.headers["Content-Disposition"])
    assert_match(/\ACREATE TABLE|^CREATE TABLE sailing/, response.body)
    get model_journal_path(@stored)
    assert_match(/Harbour Master/, response.body)
    get model_design_proofs_path(@stored, design.id)
    assert_match(/No proof server for PostgreSQL is running/, response.body)
  end

  test "undo with nothing to undo says so" do
    ask :post, model_undo_path(@stored)
    assert_response :unprocessable_entity
    assert_match(/nothing of yours to undo/, response.body)
  end
  test "what the page asks by itself of what has gone meanwhile is answered with nothing, not with a notice" do
    gone = entity(@stored.model, "Lost Item").id
    delete model_element_path(@stored, gone), headers: { "HX-Request" => "true" }
    [ model_element_impact_path(@stored, gone, count: "yes"),
      model_findings_path(@stored, element: gone) ].each do |path|
      get path, headers: { "HX-Request" => "true" }
      assert_equal [ 204, "" ], [ response.status, response.body ], path
    end
  end
end
