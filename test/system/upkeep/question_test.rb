# frozen_string_literal: true

require_relative "../../browser_test_case"

# A question in SQL: its names completed, asked, kept, and taken away as CSV.
class QuestionBrowserTest < BrowserTestCase
  test "a question to CSV" do
    stored = ferries
    visit "/models/#{stored.id}/questions"
    fill_in "The question", with: "SELECT name, subject_area FROM entit"
    find("#sql").send_keys("i")
    assert_selector "[role=option]", text: "entities"
    find("#sql").send_keys(:tab, " WHERE name LIKE 'V%' ORDER BY subject_ar", :tab, ", name", [ :control, :enter ])
    assert_selector "#count", text: "2 rows"
    assert_selector "#answer td", text: "Vessel Class"
    assert_empty faults
    fill_in "Name of the question", with: "Those with V"
    click_button "Keep it"
    assert_selector "nav [aria-current=page]", text: "Those with V"
    assert_equal "\uFEFFname,subject_area\r\nVessel,Fleet\r\nVessel Class,Fleet\r\n".gsub("\r\n", "\n"), csv
    wrong(stored)
  end

  private

  def csv
    text = page.evaluate_async_script(<<~JS, find("a", text: "CSV")[:href])
      fetch(arguments[0]).then((answer) => answer.arrayBuffer()).then((bytes) =>
        arguments[1](new TextDecoder("utf-8", { ignoreBOM: true }).decode(bytes)))
    JS
    text.gsub("\r\n", "\n")
  end

  # What is wrong is said; what was typed stays, and the model is as it was.
  def wrong(stored)
    fill_in "The question", with: "DELETE FROM entities"
    click_button "Ask"
    assert_selector "[role=alert]", text: "a question only reads"
    assert_field "The question", with: "DELETE FROM entities"
    assert_equal 28, stored.reload.model.all(:entity).size
  end
end
