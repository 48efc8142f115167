# frozen_string_literal: true

require_relative "../browser_test_case"

class WholePathTest < BrowserTestCase
  test "from an empty model to a proven database and back" do
    begin_model
    type_entities
    relate
    add_attributes
    derive
    read_script
    prove
    undo_everything
  end

  private

  def begin_model
    visit "/"
    fill_in "Name of the model", with: "Sound"
    click_button "Begin"
    assert_text "Type the name of an entity"
  end

  def type_entities
    page.driver.browser.mouse.click(x: 320, y: 180)
    press "Vessel", :Enter
    card("Vessel")
    press "Harbour", :Enter
    card("Harbour")
    press "Each Vessel may make many Sailings.", :Enter
    card("Sailing")
    assert_selector "#lines .line", count: 1
  end

  def relate
    assert_text "Each Vessel may make many Sailings. Each Sailing must be related to exactly one Vessel."
    fill_in "Verb phrase, the other way", with: "be made by"
    press :Tab
    assert_selector "#read-back", text: "Each Sailing must be made by exactly one Vessel."

    drag point(find_handle("Harbour")), point(card("Sailing"))
    within("#relate-as") { click_button "1 One Harbour, any number of Sailing" }
    assert_selector "#lines .line", count: 2
    assert_selector "#read-back", text: "Each Harbour may be related to many Sailings."
    select "at most one", from: "Harbours of each Sailing"
    assert_selector "#read-back", text: "Each Sailing may be related to at most one Harbour."

    before = card("Harbour")["transform"]
    drag point(card("Harbour"), across: 0.5, down: 0.8), point(card("Harbour"), across: 1.2, down: 3)
    assert_no_selector "#cards .card[transform='#{before}']"
    assert_text "Moved Harbour"
  end

  def find_handle(name)
    card(name).hover
    card(name).find(".card-handle")
  end

  def add_attributes
    click_link "Logical"
    click_link "Ledger"
    new_row("Vessel").click
    press "Hull Number", :Enter
    assert_selector :cell, "Hull Number"
    press "Name", :Enter
    assert_selector :cell, "Name", exact: true
    fill_cells "Hull Number", "text(12)", "yes"
    assert_selector "td.computed", text: "Vessel Hull Number"
    paste_into "Harbour", "Code\ttext\t3\t\t\tyes\tyes\t\tThree letters\nName\ttext\t60\t\t\tyes\t\t\n"
    assert_selector "td.computed", text: "Harbour Code"
    paste_into "Sailing", "Sailing Number\tinteger\t\t\t\tyes\tyes\n"
    assert_selector :cell, "Sailing Number"
  end

  def group(name) = find("tr.group-title td", exact_text: name).find(:xpath, "./ancestor::tbody")
  def new_row(name) = group(name).find(".new-row td")

  # From the name cell: Tab to the type, write it, Tab to the identifier and tick it.
  def fill_cells(name, type, identifier)
    row = find(:cell, name, exact: true).find(:xpath, "..")
    row.find("[data-column=type]").click
    press :Enter, type, :Tab
    row.find("[data-column=identifier]").click
    press :Space
    assert_equal identifier, row.find("[data-column=identifier]").text
    assert_selector :cell, "12", column: "length"
  end

  def paste_into(name, text)
    cell = new_row(name)
    cell.click
    page.execute_script(<<~JS, cell, text)
      const data = new DataTransfer()
      data.setData("text/plain", arguments[1])
      arguments[0].dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }))
    JS
  end

  def derive
    click_link "Physical"
    click_button "For SQLite"
    assert_selector "#cards .card", count: 3
    assert_selector "#cards .card", text: "vessel_hull_number"
    click_link "Ledger"
    assert_selector :cell, "varchar(12)"
  end

  def read_script
    click_link "Script", class: "stage-stop"
    assert_selector "#script-text", text: "CREATE TABLE sailing"
    assert_selector "#script-text", text: "REFERENCES vessel (hull_number)"
    assert_link "Save as .sql"
  end

  def prove
    click_link "Proof run"
    click_button "Run it"
    assert_text "No differences: the database is what the design says"
    assert_selector "dl div", text: "3\ntables"
    assert_link "Save the finished database"
  end

  # Ctrl+Z step by step to the empty model, then everything forward again.
  def undo_everything
    find("summary", text: "Model").click
    click_link "Journal"
    assert_text "Derived the design SQLite"
    steps = all("#entries tr").size - 1
    steps.times { |step| undo_step([ :Control, "z" ], "Undid: ", step + 1) }
    assert_empty stored_model.all(:entity)
    steps.times { |step| undo_step([ :Control, :Shift, "z" ], "Redid: ", step + 1) }
    assert_equal 3, stored_model.all(:table).size
  end

  def stored_model = ActiveRecord::Base.uncached { Kelvath::Model.of(ElementStore.read(StoredModel.last.id)) }

  def undo_step(keys, said, count)
    press keys
    assert_selector :xpath, "//*[@id='entries'][count(.//tr[contains(., '#{said}')]) = #{count}]"
  end
end
