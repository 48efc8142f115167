# frozen_string_literal: true

require_relative "../browser_test_case"
require Rails.root.join("demo/hsops")

class IntakeBrowserTest < BrowserTestCase
  setup { Demo::Hsops.write(@file = Rails.root.join("tmp/HSOPS.sqlite").to_s) }

  test "a database file becomes a model that can be undone and done again" do
    visit "/"
    attach_file "SQLite file", @file
    click_button "Take in"
    assert_text "Taken in"
    assert_selector "dl div", text: "10\ntables"
    click_link "Open the model"
    assert_selector "#cards .card", count: 10
    click_link "Logical"
    assert_selector "#cards .card", text: "CRW MBR ID"
    click_link "Physical"
    assert_selector "#cards .card", text: "VSL_HULL_NBR"
    click_link "Concept"
    page_keys [ :Control, "z" ]
    assert_no_selector "#cards .card"
    page_keys [ :Control, :Shift, "z" ]
    assert_selector "#cards .card", count: 10
  end

  test "a file that is no database is refused on a page that leads back" do
    visit "/"
    attach_file "SQLite file", Rails.root.join("README.md").to_s
    click_button "Take in"
    assert_text "This is not an SQLite database"
    click_link "Back to the models"
    assert_text "Take an SQLite database in"
  end
end
