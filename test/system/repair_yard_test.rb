# frozen_string_literal: true

require_relative "../browser_test_case"

# A harbour's repair yard, from nothing to a proven script by mouse and keyboard, with words and rules of its own.
class RepairYardTest < BrowserTestCase
  test "from nothing to a proven script" do
    begin_with_standards
    draw_the_concept
    furnish_the_cards
    restructure
    tidy_up
    derive_and_prove
  end

  private

  SENTENCES = [
    "Each Vessel undergoes many Dockings.", "Each Docking is made of exactly one Vessel.",
    "Each Slipway may hold many Dockings; each Docking must be held on exactly one Slipway.",
    "Each Docking must consist of at least one Repair Job.", "Each Repair Job belongs to exactly one Docking.",
    "Each Trade carries out many Repair Jobs; each Repair Job must be carried out by exactly one Trade.",
    "Each Fitter may know many Trades; each Trade may be known by many Fitters.",
    "Each Fitter may lead at most 6 Fitters; each Fitter may be led by at most one Fitter, in the role Leader.",
    "Each Spare Part may be used in many Repair Jobs; each Repair Job may use many Spare Parts.",
    "Every Tug is a Vessel.", "Every Ferry is a Vessel."
  ].freeze

  ATTRIBUTES = {
    "Vessel" => [ "Hull Number*: text(12)", "Name: text(60)", "Length decimal(6,2)" ],
    "Slipway" => [ "Slipway Code*: text(4)", "Carries decimal(8,2)" ],
    "Docking" => [ "Start Date* date", "End Date date" ],
    "Repair Job" => [ "Job Number*: integer", "Is Urgent boolean" ],
    "Trade" => [ "Trade Code*: text(3)", "Title: text(40)" ],
    "Fitter" => [ "Fitter Number*: integer", "Name: text(80)" ],
    "Spare Part" => [ "Part Number*: text(20)", "Title: text(60)" ], "Tug" => [ "Bollard Pull: small integer" ],
    "Ferry" => [ "Lane Length in Metres" ]
  }.freeze

  # A project whose models take their words and names from one lexicon and rulebook.
  def begin_with_standards
    lexicon, rulebook = house_words, house_rules
    visit "/"
    fill_in "Name of a new project", with: "Harbour"
    press :Enter
    find("summary", text: "New models in it").click
    select "#{lexicon.name}, version 1", from: "take their words from"
    select "#{rulebook.name}, version 1", from: "make their names by"
    click_button "Keep"
    fill_in "Name of the model", with: "Repair yard"
    select "Harbour", from: "In the project"
    click_button "Begin", match: :first
    assert_text "Type the name of an entity"
  end

  def draw_the_concept
    write "Vessel"
    SENTENCES.each { |line| write line }
    find(".palette-thing", text: "Frame").click
    assert_selector "#card-editor textarea"
    press "In the dock", :Enter
    assert_selector "#frames text", text: "In the dock"
  end

  def furnish_the_cards
    click_link "Logical"
    find("summary", text: "Lay out").click
    click_button "In layers, downwards"
    ATTRIBUTES.each do |entity, lines|
      find(:entry, entity).click
      lines.each do |line|
        fill_in "New attribute", with: line, match: :first
        press :Enter
        assert_selector "#particulars li", text: line[/\A[A-Z][a-z]+(?: [A-Z][a-z]+)*/]
      end
    end
    overlaps = Kelvath::Findings.of(model_now).select { |finding| finding.check.key == "cards_overlap" }
    assert_empty overlaps.map(&:message)
  end

  # What was typed counts when the button is pressed at once.
  def restructure
    { "Fitter know Trade" => "Skill", "Spare Part be used in Repair Job" => "Part Use" }.each do |link, name|
      relationship = model_now.all(:relationship).find { |each| each.label(model_now) == link }
      page.execute_script("document.body.dispatchEvent(new CustomEvent('selection:choose', " \
                          "{ bubbles: true, detail: { id: arguments[0] } }))", relationship.id)
      click_button "Resolve into an associative entity…"
      fill_in "Name of the entity", with: name
      click_button "Resolve into an associative entity", exact: true
      assert_selector :entry, name
      assert_no_selector "#ask[open]"
    end
    assert_empty model_now.all(:entity).find { |each| each.name == "Skill" }.definition
  end

  def tidy_up
    click_link(text: /finding/)
    within(".finding-group", text: "Every entity says in a sentence what it is") do
      click_button "Mend", match: :first
    end
    within("#ask") do
      find("textarea").set("A ship that the yard repairs.")
      click_button "Write its definition"
    end
    assert_no_selector "#ask[open]"
    within(".finding-group", text: "Every entity says in a sentence what it is") { click_button "Mend", match: :first }
    within("#ask") do
      fill_in "Why it may stay as it is", with: "Known to everybody here."
      click_button "Put it aside"
    end
    assert_selector ".finding-group summary", text: /Put aside\s+1/
  end

  def derive_and_prove
    find("summary", text: "Model").click
    click_link "Naming"
    select "SQLite", from: "For"
    click_button "Derive this design"
    assert_text "Derived the design SQLite."
    click_link "Script"
    assert_text "Not kept by the database: Each Fitter may lead at most 6 Fitters."
    click_link "Proof run"
    click_button "Run it"
    assert_text "No differences: the database is what the design says"
  end

  def write(line)
    page.execute_script("document.getElementById('drawing').focus()")
    press line
    assert_selector "#quick-line"
    press :Enter
    assert_no_selector "#quick-line"
  end

  def model_now
    ActiveRecord::Base.uncached { Kelvath::Model.of(ElementStore.read(StoredModel.of_sort("model").last.id)) }
  end
end
