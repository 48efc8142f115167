# frozen_string_literal: true

require_relative "../browser_test_case"
require Rails.root.join("demo/hsops")

class NamingBrowserTest < BrowserTestCase
  setup do
    @lexicon = house_words
    @rulebook = house_rules
  end

  test "while a name is typed its physical name forms beside it, and a missing word is added on the spot" do
    stored = follow(ferries)
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector :cell, "VSL_CLS"
    visit "/models/#{stored.id}/diagrams/#{diagram(stored, 'logical')}"
    find(".contents-entry[title='Vessel']").click
    field = find("#particulars input[name=value]", match: :first)
    field.fill_in(with: "")
    field.send_keys "Booked"
    assert_selector "#slip [data-physical]", text: /\ABKD\z/
    field.send_keys " Rudder"
    assert_selector "#slip [data-physical]", text: "BKD_RUDDER"
    assert_selector "#slip .slip-unknown", text: "Rudder"
    find("#slip .slip-add").click
    assert_selector "#ask", text: "Add “Rudder” to Hollin Sound words"
    assert_field "Short forms, the preferred one first", with: "RDR"
    assert_selector "#known-effect", text: /BKD_RUDDER → BKD_RDR/
    click_button "Add the word"
    assert_selector "#particulars", text: "BKD_RDR"
    assert_equal "BKD_RDR", table_of(stored, "Booked Rudder").name
    page_keys [ :Control, "z" ]
    assert_selector "#particulars", text: "BKD_RUDDER"

    visit "/models/#{stored.id}/ledgers/logical"
    cell = find(:cell, "Gross Tonnage", column: "name", exact: true)
    cell.click
    page_keys :Enter
    find("td input").send_keys [ :control, "a" ], "Actual Weight"
    assert_selector "#slip [data-physical]", text: "ACTL_WGT"
    page_keys :Enter
    assert_no_selector "td input"
    assert_selector ".toast", text: "Actual Weight" # the server has kept it
    assert_includes columns(stored, "Booked Rudder"), "ACTL_WGT"
  end

  test "the old system's names become words in one run, a design made of them abbreviates, and one undo takes " \
       "each back" do
    Demo::Hsops.write(file = Rails.root.join("tmp/HSOPS.sqlite").to_s)
    visit "/"
    attach_file "SQLite file", file
    click_button "Take in"
    click_link "Open the model"
    assert_selector "#cards .card", text: "CRW MBR"
    find("summary", text: "Model").click
    click_link "Naming"
    select "Short names, version 1", from: "Rulebook"
    select "Hollin Sound words, version 1", from: "Lexicon"
    assert_selector "tr", text: /CRW MBR/
    assert_selector "td input[value='Crew Member']"
    find("td input[value='Supervisor Crew Member Identifier']").fill_in(with: "Supervisor")
    find("tr", text: "PSG CAP").find("input[type=checkbox]").uncheck
    click_button "Follow this standard and take the names ticked"
    assert_text(/Named \d+ objects by Short names, version 1, with Hollin Sound words, version 1/)
    stored = StoredModel.of_sort("model").last
    assert_equal [ "Crew Member", "Sailing", "Vessel Class" ],
                 names(stored, :entity) & [ "Crew Member", "Sailing", "Vessel Class" ]
    assert_includes names(stored, :attribute), "Actual Departure Time"
    assert_includes names(stored, :attribute), "PSG CAP"
    assert(now(stored).all(:attribute).find { |attribute| attribute.name == "Supervisor" }.name_fixed)

    find("#undo-redo button", text: "Undo").click
    assert_selector ".toast", text: /Undid: Named/
    assert_includes names(stored, :entity), "CRW MBR"
    find("#undo-redo button", text: "Redo").click
    assert_selector ".toast", text: /Redid: Named/
    assert_includes names(stored, :entity), "Crew Member"

    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector :cell, "PK_CRW_MBR"
    assert_includes now(stored).children(now(stored).all(:design).last.id, :table).map(&:name), "CRW_MBR"
    find("#undo-redo button", text: "Undo").click
    assert_selector ".toast", text: "Undid: Derived the design PostgreSQL"
    assert_equal 1, now(stored).all(:design).size
  end

  test "a lexicon and a rulebook are written in, and the rulebook tells what it does meanwhile" do
    visit "/standards"
    click_link "Hollin Sound words"
    fill_in "New word or phrase", with: "Gangway"
    fill_in "Short forms, commas between", with: "GNG"
    page_keys :Enter
    assert_selector "#entries tr:first-child input[value=Gangway]"
    fill_in "Find a word or a short form", with: "vsl"
    assert_selector "#entries tr", count: 1
    find("#entries input[aria-label='Short forms of Vessel']").fill_in(with: "V-L")
    page_keys :Tab
    assert_selector "#entries [aria-invalid=true]"
    find("#entries input[aria-label='Short forms of Vessel']").fill_in(with: "VES")
    page_keys :Tab
    assert_link "Release version 2…"
    visit "/rulebooks/#{@rulebook.id}"
    select "camelCase", from: "Case"
    assert_selector "#explained strong", text: "bkdVhc"
    assert_selector "#explained", text: "run together, with capitals from the second word on"
    click_link "Release version 2…"
    assert_text "No model follows it yet."
    click_button "Release version 2"
    assert_text "Version 2 is out."
  end

  # A third of the words is held back from the lexicon, which comes in from a file; the old system's own names teach it
  # the rest.
  test "words that a lexicon lacks are learned from the names of the old system" do
    rows = Kelvath::Naming::LexiconSheet.out(Kelvath::Naming::Lexicon.of(@lexicon.model))
    file = Rails.root.join("tmp/two_thirds.csv").tap do |path|
      path.write(SheetFile.csv(rows.each_with_index.reject { |_, index| index % 3 == 1 }.map(&:first)))
    end
    visit "/standards"
    fill_in "Name of a new lexicon", with: "Two thirds"
    within("section", text: "Lexicons") { click_button "Begin" }
    find("summary", text: "File").click
    attach_file "Words from CSV or XLSX", file.to_s
    click_button "Read the file"
    assert_text "0 words that would change"
    click_button "Take them in"
    click_link "Release version 2…"
    click_button "Release version 2"
    take_in_hsops("Two thirds, version 2")
    click_link "Learn words"
    all("input[name='taken[]']").each { |tick| tick.check unless tick.checked? }
    select "Two thirds", from: "into"
    click_button "Take the words ticked"
    assert_text(/Two thirds has learned \d+ words/)
    click_link "Names"
    assert_selector :cell, "→"
    click_button "Take the names ticked"
    assert_text(/Named \d+ objects/)
    stored = StoredModel.of_sort("model").last
    standard = NamingStandard.draft(lexicon: @lexicon, rulebook: @rulebook)
    named = (now(stored).all(:table) + now(stored).all(:column)).filter_map do |element|
      [ element.name, now(stored)[element.source_id]&.name ] if now(stored)[element.source_id]
    end
    right = named.count { |short, words| words == standard.words(short, :column).text }
    assert_operator right.to_f / named.size, :>=, 0.7,
                    "#{right} of #{named.size}" \
                    ": #{named.reject { |short, words| words == standard.words(short, :column).text }}"
    puts "\nNames in full words, a third of the lexicon learned: #{right} of #{named.size}" if ENV["SHOW"]
  end

  test "the pages of names have no serious accessibility fault" do
    stored = follow(ferries)
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector :cell, "VSL_CLS"
    [ "/standards", "/lexicons/#{@lexicon.id}", "/lexicons/#{@lexicon.id}/round_trip",
      "/rulebooks/#{@rulebook.id}?of=column", "/rulebooks/#{@rulebook.id}?of=foreign_key",
      "/rulebooks/#{@rulebook.id}/version/new",
      *%w[naming?show=all compliance round_trip learning].map { |page| "/models/#{stored.id}/#{page}" } ].each do |path|
      visit path
      assert_selector "h1"
      assert_empty faults, path
    end
  end

  private

  # To the Naming page of the old system, taken in with a lexicon.
  def take_in_hsops(lexicon)
    Demo::Hsops.write(file = Rails.root.join("tmp/HSOPS.sqlite").to_s)
    visit "/"
    select lexicon, from: "Its names are read with the words of"
    select "Short names, version 1", from: "and the rulebook"
    attach_file "SQLite file", file
    click_button "Take in"
    click_link "Look through the names and change them"
  end

  def follow(stored)
    page = NamingPage.new(stored, stored.model, { lexicon: @lexicon.id, rulebook: @rulebook.id })
    stored.journal.commit(page.following, by: "Guest")
    stored
  end

  def now(stored) = ActiveRecord::Base.uncached { Kelvath::Model.of(ElementStore.read(stored.id)) }
  def names(stored, kind) = now(stored).all(kind).map(&:name).sort
  def diagram(stored, stage) = stored.model.all(:diagram).find { |each| each.stage == stage }.id

  def table_of(stored, name)
    now(stored).then { |model| model.all(:table).find { |table| table.source_id == entity(model, name).id } }
  end

  def columns(stored, name) = now(stored).children(table_of(stored, name).id, :column).map(&:name)
end
