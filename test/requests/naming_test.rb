# frozen_string_literal: true

require "test_helper"
require "csv"
require "caxlsx"

# Lexicons, rulebooks and the names of models, by their addresses.
class NamingRequestsTest < ActionDispatch::IntegrationTest
  HX = { "HX-Request" => "true" }.freeze

  setup do
    host! "localhost"
    @lexicon = house_words
    @rulebook = house_rules
  end

  def upload(text, name = "words.csv")
    Rack::Test::UploadedFile.new(StringIO.new(text.b), "text/csv", original_filename: name)
  end

  def entry(word) = Kelvath::Naming::Lexicon.of(@lexicon.reload.model).entry(word)

  def following(by: @rulebook)
    ferries.tap { |stored| stored.journal.commit(Kelvath::Renaming::Following.then { NamingPage.new(
      stored, stored.model, { lexicon: @lexicon.id, rulebook: by.id }
    ).following }, by: "Guest") }
  end

  test "a lexicon is searched, written in and taken back" do
    get lexicon_entries_path(@lexicon, text: "vsl")
    assert_equal 1, response.body.scan(/<tr id="entry-/).size
    assert_match 'value="Vessel"', response.body
    post lexicon_entries_path(@lexicon), params: { name: "Gangway", short_forms: "GNG; GWY" }, headers: HX
    assert_equal %w[GNG GWY], entry("gangways").short_forms
    patch lexicon_entry_path(@lexicon, entry("Gangway").id), params: { field: "status", value: "retired" }, headers: HX
    assert_equal "retired", entry("Gangway").status
    patch lexicon_entry_path(@lexicon, entry("Gangway").id), params: { field: "short_forms", value: "G/W" }, headers: HX
    assert_response :unprocessable_entity
    assert_match "other characters than letters and digits", response.body
    patch lexicon_entry_path(@lexicon, entry("Vessel").id), params: { field: "instead", value: "Boat" }, headers: HX
    assert_match(/goes in a circle/, response.body)
    post model_undo_path(@lexicon), headers: HX
    assert_equal "approved", entry("Gangway").status
    delete lexicon_entry_path(@lexicon, entry("Gangway").id), headers: HX
    assert_nil entry("Gangway")
    post lexicon_entries_path(@lexicon), params: { name: "vessel" }, headers: HX
    assert_response :unprocessable_entity
  end

  test "of two who change one word or one rule the second chooses between both values" do
    word = entry("Vessel")
    rule = @rulebook.model.all(:name_rule).find { |each| each.pattern.any? }
    [ [ lexicon_entry_path(@lexicon, word.id), "short_forms", "QQ", word.short_forms.join("; ") ],
      [ rulebook_rule_path(@rulebook, rule.id), "separator", "-", rule.separator ] ].each do |path, field, seen, theirs|
      patch path, params: { field:, value: "", seen: }, headers: HX
      assert_response :conflict
      assert_select ".toast button", text: /Keep mine|Take theirs/, count: 2
      patch path, params: { field:, value: theirs, shown_again: "yes" }, headers: HX
      assert_match(/value="#{theirs}"/, response.body)
    end
    patch rulebook_rule_path(@rulebook, rule.id), headers: HX,
          params: { field: "pattern", parts: %w[text], letters: %w[QQ], seen: "name" }
    assert_select(".toast button", text: "Keep mine") { |(button)|
      assert_equal %w[QQ], JSON.parse(button["hx-vals"])["letters[]"]
    }
  end

  test "words go out as a file and come in from one, shown row by row first" do
    get lexicon_sheet_path(@lexicon, format: :csv)
    rows = CSV.parse(response.body.force_encoding("UTF-8").delete_prefix("\uFEFF"))
    assert_equal [ "Word", @lexicon.model.all(:lexicon_entry).size + 1 ], [ rows.first.first, rows.size ]
    post lexicon_sheet_path(@lexicon), params: { file: upload("Word,Short forms\nGangway,GNG\nVessel,VES\n") }
    assert_select "li", text: /Gangway/
    assert_select "input[name='taken[]'][value='3']"
    patch lexicon_sheet_path(@lexicon),
          params: { rows: [ %w[Word Short\ forms], %w[Gangway GNG], %w[Vessel VES] ].to_json, taken: [] }
    assert_equal [ %w[GNG], %w[VSL] ], [ entry("Gangway").short_forms, entry("Vessel").short_forms ]
    get lexicon_sheet_path(@lexicon, format: :xlsx)
    file = Rack::Test::UploadedFile.new(StringIO.new(response.body), Mime[:xlsx].to_s, original_filename: "words.xlsx")
    post lexicon_sheet_path(@lexicon), params: { file: }
    assert_match(/0 new words, 0 words that would change/, response.body.squish)
  end

  test "unknown words are cleared in one step by a list" do
    model = following
    unknown = unknown_words(model)
    assert_operator unknown.size, :>, 1
    post model_word_list_path(model), params: { text: "#{unknown.join(", ABC\n")}\n\n" }
    assert_redirected_to model_compliance_path(model)
    assert_empty unknown_words(model)
    post model_word_list_path(model), params: { text: "Good\n???\n" }
    assert_response :unprocessable_entity
    assert_match(/Row 3: “\?\?\?” has no letter or digit/, CGI.unescapeHTML(response.body))
  end

  def unknown_words(model)
    get model_compliance_path(model)
    css_select("#word-list").text.split
  end

  test "the names that a design would have are seen before there is one" do
    model = following
    get model_naming_path(model, platform: "sqlite")
    assert_select "td", text: "VSL"
    rows = css_select("tbody tr").map { |row| row.css("td").map { |cell| cell.text.strip } }
    assert_includes rows, [ "column", "VSL", "Hull Number", "HULL_NBR" ]
    get model_naming_path(model, text: "nowhere")
    assert_select "td", text: /No name holds “nowhere”/
    assert_empty model.reload.model.all(:design)
  end

  test "a bad file is refused by row and nothing of it comes in" do
    before = @lexicon.revision
    { "Word,Colour\nA,B\n" => /columns that a lexicon does not have: “Colour”/,
      "Word,Short forms\nGangway,GNG\ngangway,GWY\n" => /stands in row 2 already/, "Word\n=1+1\n" => /is a formula/,
      "Word,Status,Say instead\nVessel,forbidden,Boat\n" => /circle: Vessel → Boat → Vessel/,
      "Word\nGr\xF6\xDFe\n" => /not UTF-8 text: line 2/, "\xFF\xFEW\0o\0" => /not UTF-8 text: line 1/,
      "Word,\"Short" => /not readable as CSV/ }.each do |text, message|
      post lexicon_sheet_path(@lexicon), params: { file: upload(text) }
      assert_match message, CGI.unescapeHTML(response.body)
      assert_equal before, @lexicon.reload.revision
    end
    book = Axlsx::Package.new.tap { |package| package.workbook.add_worksheet(name: "Words") do |sheet|
      sheet.add_row([ "Word" ])
      sheet.add_row([ "=A1" ], escape_formulas: false)
    end }
    post lexicon_sheet_path(@lexicon), params: { file: Rack::Test::UploadedFile
      .new(book.to_stream, Mime[:xlsx].to_s, original_filename: "words.xlsx") }
    assert_match(/is a formula/, response.body)
    patch lexicon_sheet_path(@lexicon), params: { rows: "[[" }
    assert_response :unprocessable_entity
  end

  test "of two who change one rule the second is told both values" do
    rule = @rulebook.model.all(:name_rule).find { |each| each.of == "table" }
    patch rulebook_rule_path(@rulebook, rule.id), params: { field: "prefix", value: "T_", seen: rule.prefix },
          headers: HX
    assert_response :success
    patch rulebook_rule_path(@rulebook, rule.id), params: { field: "prefix", value: "TBL_", seen: rule.prefix },
          headers: HX
    assert_response :conflict
    assert_match(/set to “T_” meanwhile; yours was “TBL_”/, CGI.unescapeHTML(response.body))
    assert_equal "T_", @rulebook.reload.model.fetch(rule.id).prefix
  end

  test "a rulebook begins as another, is changed, explains itself and travels as a file" do
    post rulebooks_path, params: { name: "House", from: "own:#{@rulebook.id}" }
    house = StoredModel.find_by!(name: "House")
    rule = house.model.all(:name_rule).find { |each| each.of == "table" }
    patch rulebook_rule_path(house, rule.id), params: { field: "prefix", value: "T_" }, headers: HX
    assert_match "They begin with “T_”.", response.body
    assert_match "T_BKD_VHC", response.body
    patch rulebook_rule_path(house, rule.id), params: { field: "limit", value: "3" }, headers: HX
    assert_match(/must lie between 8 and 1000/, response.body)
    index = house.model.all(:name_rule).find { |each| each.of == "index" }
    patch rulebook_rule_path(house, index.id),
          params: { field: "pattern", parts: [ "columns", "text", "" ], letters: [ "", "IDX", "" ] }, headers: HX
    assert_equal [ "columns", "text:IDX" ], house.reload.model.fetch(index.id).pattern
    get rulebook_path(house, of: "index")
    assert_match "BKG_REF_IDX", response.body
    get rulebook_path(house, format: :json, lexicon: @lexicon.id)
    text = response.body
    assert_equal @lexicon.model.all(:lexicon_entry).size, JSON.parse(text)["lexicon"].size
    post rulebooks_path, params: { name: "", file: upload(text, "house.json") }
    assert_equal 2, StoredModel.of_sort("rulebook").where(name: "House").count
    assert_equal @lexicon.model.all(:lexicon_entry).size,
                 StoredModel.find_by!(name: "House words").model.all(:lexicon_entry).size
    post rulebooks_path, params: { name: "Broken", file: upload(
      '{"format":"kelvath-rulebook","version":1,"rules":[{"of":"table","case":"wavy"}]}', "b.json"
    ) }
    assert_match "Case cannot be “wavy”", CGI.unescapeHTML(response.body)
  end

  test "what a new version would rename is shown, and models move on when they are ticked" do
    stored = following
    post model_designs_path(stored), params: { platform: "postgresql" }
    assert_redirected_to %r{/models/#{stored.id}/naming\?design=.*show=all}
    assert_includes stored.reload.model.all(:table).map(&:name), "CRW_MBR"
    patch lexicon_entry_path(@lexicon, entry("Vessel").id), params: { field: "short_forms", value: "VES, VSL" },
          headers: HX
    assert_includes stored.reload.model.all(:table).map(&:name), "VSL"
    get new_lexicon_version_path(@lexicon)
    assert_select "li", text: /VSL\s*→\s*VES/
    post lexicon_version_path(@lexicon), params: { models: [] }
    assert_equal [ 2, 1 ], [ @lexicon.reload.version, stored.reload.model.header.lexicon_version ]
    get model_naming_path(stored)
    assert_select "a", text: /See what Short names, version 1, with Hollin Sound words, version 2 would rename/
    patch lexicon_entry_path(@lexicon, entry("Crew").id), params: { field: "short_forms", value: "CREW" }, headers: HX
    post lexicon_version_path(@lexicon), params: { models: [ stored.id ] }
    assert_empty stored.reload.model.all(:table).map(&:name) & %w[VSL CRW_MBR]
    assert_equal 3, stored.model.header.lexicon_version
    post model_undo_path(stored), headers: HX
    assert_equal [ 1, true ], [ stored.reload.model.header.lexicon_version,
                                stored.model.all(:table).map(&:name).include?("CRW_MBR") ]
  end

  test "what was done in each version is told, and an earlier one can be gone back to" do
    patch lexicon_entry_path(@lexicon, entry("Vessel").id), params: { field: "short_forms", value: "VES" }, headers: HX
    post lexicon_version_path(@lexicon), params: { models: [] }
    get lexicon_version_path(@lexicon)
    assert_select "section", text: /Version 2.*short forms of lexicon entry Vessel from VSL to VES/m
    patch lexicon_version_path(@lexicon), params: { number: 1 }
    assert_equal [ %w[VSL], true ], [ entry("Vessel").short_forms, @lexicon.reload.changed_since_version? ]
    get lexicon_version_path(@lexicon)
    assert_select "section", text: /Since then, not released.*Went back to version 1/m
    patch lexicon_version_path(@lexicon), params: { number: 7 }
    assert_response :not_found
    post model_undo_path(@lexicon), headers: HX
    assert_equal %w[VES], entry("Vessel").short_forms
  end

  test "physical names form while a logical one is typed, and a missing word is added from there" do
    stored = following
    post model_designs_path(stored), params: { platform: "postgresql" }
    get model_physical_name_path(stored, kind: "attribute", name: "Rudder Length <b>"), headers: HX
    assert_select "[data-physical]", text: "RUDDER_LEN_B"
    assert_select ".slip-unknown", text: /Rudder/
    vessel = entity(stored.reload.model, "Vessel")
    patch model_element_path(stored, vessel.id), params: { field: "name", value: "Rudder" }, headers: HX
    assert_includes stored.reload.model.all(:table).map(&:name), "RUDDER"
    get new_model_known_word_path(stored, word: "Rudder", short_forms: "RDR"), headers: HX
    assert_match(/names would change, such as RUDDER → RDR/, response.body)
    post model_known_words_path(stored), params: { word: "Rudder", short_forms: "RDR" }, headers: HX
    assert_includes stored.reload.model.all(:table).map(&:name), "RDR"
    get model_physical_name_path(stored, kind: "ship", name: "x"), headers: HX
    assert_response :unprocessable_entity
  end

  test "names set by hand stay, and can be let go" do
    stored = following
    post model_designs_path(stored), params: { platform: "postgresql" }
    table = stored.reload.model.all(:table).find { |each| each.name == "VSL" }
    patch model_element_path(stored, table.id), params: { field: "name", value: "SHIPS" }, headers: HX
    get model_element_path(stored, table.source_id), headers: HX
    assert_select "#physical-names-#{table.source_id}", text: /SHIPS.*fixed/m
    get model_naming_path(stored, show: "all")
    assert_select "td", text: "set by hand, so it stays"
    get model_naming_path(stored, show: "all", text: "hull_nbr")
    assert_equal stored.reload.model.all(:column).count { |column| column.name.include?("HULL_NBR") },
                 css_select("tbody tr td:nth-child(3)").count { |cell| cell.text.match?(/\A[A-Z_]*HULL_NBR\z/) &&
                   !cell.text.match?(/\A(PK|FK|AK|IX|CK)_/) }
    patch model_element_path(stored, table.id), params: { field: "name_fixed", value: "no" }, headers: HX
    assert_equal "VSL", stored.reload.model.fetch(table.id).name
  end

  test "what the names of a model teach goes into a lexicon that it then follows" do
    stored = ferries
    empty = StoredModel.start("Empty words", by: "Guest", label: "Began", change_set: Kelvath::Draft.change(
      Kelvath::Model::EMPTY, ids: Ids
    ) { |draft| draft.add(:header, name: "Empty words") }, sort: "lexicon").tap do |lexicon|
      lexicon.release(by: "Guest")
    end
    derived = Kelvath::Starting.design(stored.model, platform: "sqlite", ids: Ids,
                                       standard: NamingStandard.draft(lexicon: @lexicon, rulebook: @rulebook))
    stored.journal.commit(derived.change_set, by: "Guest", follow: false)
    get model_learning_path(stored)
    assert_select "input[name='words[vsl]'][value=vessel]"
    post model_learning_path(stored),
         params: { lexicon: empty.id, taken: %w[vsl crw], words: { vsl: "vessel", crw: "crew" } }
    assert_equal [ [ "Crew", %w[CRW], "proposed" ], [ "Vessel", %w[VSL], "proposed" ] ],
                 empty.reload.model.all(:lexicon_entry).map { |each| [ each.name, each.short_forms, each.status ] }.sort
    assert_equal [ empty.id, 2 ],
                 stored.reload.model.header.then { |header| [ header.lexicon, header.lexicon_version ] }
    post model_learning_path(stored), params: { lexicon: empty.id }
    assert_match "Nothing was ticked", response.body
  end

  test "compliance and round trips are told" do
    stored = following
    get model_compliance_path(stored)
    assert_select "td", text: "Fleet"
    assert_select "li", text: /roof/
    get model_round_trip_path(stored)
    assert_match(/names<\/span>|names come back/, response.body)
    get lexicon_round_trip_path(@lexicon)
    assert_select "td", text: "its short form stands for another word too"
    get model_findings_path(stored), headers: HX
    assert_match "Names keep to the rulebook.", response.body
    get standards_path
    assert_select "a", text: /Hollin Sound words/
    get model_path(@lexicon)
    assert_redirected_to lexicon_path(@lexicon)
  end

  test "hostile parameters and names are refused or shown as text, and nothing falls over" do
    stored = following
    post model_designs_path(stored), params: { platform: "sqlite" }
    hostile = %(<script>alert(1)</script>'"; DROP TABLE models;--)
    odd = [ { a: "b" }, [ "x" ], hostile, "", "\u0000" ]
    odd.each do |value|
      [ [ :get, model_naming_path(stored), { design: value, to: value, within: value, which: value } ],
        [ :get, model_naming_path(stored), { lexicon: value, rulebook: value } ],
        [ :post, model_naming_path(stored), { taken: value, names: value, rest: value } ],
        [ :post, model_learning_path(stored), { lexicon: value, taken: value, words: value } ],
        [ :get, model_physical_name_path(stored), { kind: "entity", name: value } ],
        [ :get, new_model_known_word_path(stored), { word: value, short_forms: value } ],
        [ :get, lexicon_entries_path(@lexicon), { text: value, show: value, from: value } ],
        [ :post, lexicon_entries_path(@lexicon), { name: value, short_forms: value } ],
        [ :post, lexicon_version_path(@lexicon), { models: value } ],
        [ :get, rulebook_path(@rulebook), { of: value, lexicon: value } ],
        [ :post, rulebooks_path, { name: value, from: value, file: value } ], [ :post, lexicons_path, { name: value } ],
        [ :post, lexicon_sheet_path(@lexicon), { file: value } ],
        [ :patch, lexicon_sheet_path(@lexicon), { rows: value, taken: value } ],
        [ :post, intakes_path, { sample: value, lexicon: value } ] ].each do |verb, path, params|
        public_send(verb, path, params:, headers: HX)
        assert_includes [ 200, 302, 303, 400, 404, 422 ], response.status,
                        "#{verb} #{path} #{params}: #{response.body.truncate(300)}"
        refute_match "<script>alert", response.body
      end
    end
  end
end
