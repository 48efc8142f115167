# frozen_string_literal: true

require_relative "../browser_test_case"

class AlterationsBrowserTest < BrowserTestCase
  test "from a milestone to now: what is asked is answered, what is lost is called, and all is tried there and back" do
    stored = ferries
    visit "/models/#{stored.id}/designs"
    click_button "For SQLite"
    assert_selector "#cards .card", text: "vessel"
    click_link "Script"
    click_link "Alter"
    assert_text "There is nothing yet to begin at."
    Milestone.create!(model_id: stored.id, name: "As installed", person: "Guest", revision: stored.reload.revision)
    change_vessel(stored)
    click_link "Alter"
    assert_selector ".recipe", text: /Makes 1 column; changes 1 table, .*; drops 1 column\./
    assert_text "vessel.launched_on is dropped with its values."

    answer "'GB', 'NL'"
    assert_selector "[role=alert]", text: "This cannot be a value: it holds more than one expression."
    answer "'GB'"
    assert_no_selector "form", text: "What do rows that are there get"
    assert_selector "#script-text", text: "SELECT hull_number, name"
    find(".statement", text: "CREATE TABLE new_ship (", match: :first).click
    assert_selector "#particulars input[value=ship]"

    click_link "And back"
    assert_text "Not brought back: vessel.launched_on is dropped with its values."
    find("summary", text: "keywords are in capitals").click
    click_button "keywords in small letters"
    assert_selector "#script-text", text: "create table new_ship ("
    click_button "Try it there and back"
    assert_selector "#trial-result", text: "There: as it was to be"
    assert_selector "#trial-result", text: "And back: as it was to be"
    assert_match(/[1-9]\d* rows kept but for what is called/, find("#trial-result").text)
    assert_empty faults
  end

  private

  # A column comes that must have a value, one goes, and the table is called otherwise.
  def change_vessel(stored)
    model = stored.reload.model
    vessel = model.all(:table).find { |each| each.name == "vessel" }
    change = Kelvath::Draft.change(model, ids: Ids) do |draft|
      draft.set(vessel.id, name: "ship")
      draft.remove(model.children(vessel.id, :column).find { |each| each.name == "launched_on" }.id)
      draft.add(:column, parent_id: vessel.id, name: "flag_state", mandatory: true, position: 90.0,
                         native_type: Kelvath::Platforms.fetch("sqlite").read_type("char(2)"))
    end
    stored.journal.commit(change, by: "Guest")
  end

  def answer(text)
    field = find_field("What do rows that are there get in ship.flag_state, which is mandatory?")
    field.set(text)
    within(field.ancestor("form")) { click_button "So" }
  end
end
