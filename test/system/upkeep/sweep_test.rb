# frozen_string_literal: true

require_relative "../../browser_test_case"

# A sweep written in place, what it finds changed together, undone, kept and taken away as a file.
class SweepBrowserTest < BrowserTestCase
  test "precision 8 to 6 in every numeric column of a design, undone" do
    stored = ferries
    derived = Kelvath::Derivation.derive(stored.model, platform: "postgresql", ids: Ids)
    stored.journal.commit(derived.change_set, by: "Guest", follow: false)
    write(stored)
    assert_selector "#count", text: "3 columns"
    assert_empty faults
    types = types(stored)
    change(left_out: 1)
    assert_equal 1, types(stored).count([ 8, 2 ])
    change(left_out: 0)
    assert_equal types.map { |type| type == [ 8, 2 ] ? [ 6, 2 ] : type }, types(stored), "and nothing else"
    2.times do |time|
      click_button "Undo"
      assert_selector "#hits td", text: "numeric(8,2)", count: 1 + 2 * time
    end
    assert_equal types, types(stored)
    leaves(stored)
  end

  test "text that stands anywhere is found, and seen where it is drawn" do
    stored = ferries
    visit "/models/#{stored.id}"
    find("#command").set("charters")
    click_link "Find “charters” everywhere"
    assert_selector "#kind-entity mark", text: "charters"
    assert_empty faults
    click_link "Vessel"
    assert_field "Definition", with: /owns or charters/
    assert_selector "#cards .card.selected", text: "Vessel"
    find("#particulars a", text: /It reaches \d+ elements/).click
    assert_selector "svg.impact text", text: "attribute Vessel · Hull Number"
    click_link "What reaches it"
    assert_selector "section h3", text: "Subject areas"
    assert_empty faults
  end

  private

  def write(stored)
    visit "/models/#{stored.id}/sweeps"
    fill_in "A new sweep, called", with: "Wide numbers"
    select "Columns", from: "about all"
    click_button "Make it"
    add_condition("type alone", "is", "numeric", 1)
    add_condition("length or precision", "is", "8", 2)
    select "the design PostgreSQL", from: "Where"
    assert_selector "#sentence select[aria-label='Where'] option[selected]", text: "PostgreSQL"
  end

  def add_condition(what, how, value, number)
    within("#sentence") { all(:button, "One condition more").last.click }
    pick("What is asked", what, number)
    pick("How it is asked", how, number) unless how == "is"
    all("#sentence input[aria-label='Value']", count: number).last.set("#{value}\n")
    assert_selector "#sentence input[aria-label='Value'][value='#{value}']"
  end

  def pick(label, words, number)
    all("#sentence select[aria-label='#{label}']", count: number).last.select(words)
    assert_selector "#sentence select[aria-label='#{label}'] option[selected]", exact_text: words
  end

  # left_out: how many are unticked.
  def change(left_out:)
    within("#change") do
      select "Length or precision", from: "key"
      fill_in "text", with: "6"
      click_button "Show what would change"
    end
    assert_selector "#changes", text: "8"
    assert_empty faults
    all("#changes input[type=checkbox]").first(left_out).each(&:uncheck)
    click_button "Change them"
    assert_selector "#count", text: /\A#{left_out} column/
  end

  # Precision and scale of all numeric columns.
  def types(stored)
    stored.reload.model.all(:column).select { |each| each.native_type["base"] == "numeric" }
          .map { |each| each.native_type["arguments"] }
  end

  # As a workbook, and in the list of what is kept.
  def leaves(stored)
    sweep = stored.model.all(:sweep).first
    assert_selector "nav[aria-label='Sweeps of this model'] a", text: "Wide numbers"
    file = page.evaluate_async_script(<<~JS, "/models/#{stored.id}/sweeps/#{sweep.id}.xlsx")
      fetch(arguments[0]).then((answer) => answer.blob()).then((blob) => arguments[1]([blob.type, blob.size]))
    JS
    assert_match(/spreadsheetml/, file.first)
    assert_operator file.last, :>, 3000
  end
end
