# frozen_string_literal: true

require_relative "../browser_test_case"

class SchemasTest < BrowserTestCase
  test "a design gets a version and a schema, a table goes into it, and the script says so" do
    stored = ferries
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    find("#contents h2 button", text: "PostgreSQL").click
    select "PostgreSQL 15", from: "Version of the platform"
    assert_selector ".toast", text: "Changed version of the platform"
    fill_in "New schema", with: "crew"
    page_keys :Enter
    assert_selector "#particulars button", text: "crew"
    assert_selector "#contents h2", text: "crew"

    find(".contents-entry[title='vessel']").click
    select "crew", from: "Schema"
    assert_selector "#cards .card", text: "crew.vessel"
    assert_equal "vessel", find("#contents h2", text: "crew").find(:xpath, "following-sibling::div[1]").text
    find("#particulars input[name=value]", match: :first)
    design = now(stored).all(:design).first
    assert_equal [ "15", [ "crew.vessel" ] ], [ design.version, in_schemas(now(stored), design) ]

    visit "/models/#{stored.id}/designs/#{design.id}/script"
    assert_selector "#script-text", text: "CREATE SCHEMA crew"
    assert_selector "#script-text", text: "CREATE TABLE crew.vessel ("
    assert_selector "#script-text", text: "REFERENCES crew.vessel (hull_number)"
  end

  test "columns change places on the opened card by a key and by their grip, and names change sides by a switch" do
    stored = ferries
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector "#cards .card", text: "vessel"
    find("#contents .contents-entry[title='vessel']").click
    card("vessel").double_click
    find("input[aria-label='Column'][value=name]").click
    press [ :alt, :Down ]
    assert_text "Moved 1 row down"
    assert_equal %w[hull_number call_sign name], columns(stored).first(3)
    wait_until { all("#card-editor input[aria-label=Column]").map(&:value).first(2) == %w[hull_number call_sign] }
    grips = all("#card-editor .grip")
    grips[1].drag_to(grips[4])
    assert_text "Undo"
    wait_until { columns(stored)[4] == "call_sign" }
    wait_until { columns(stored) == all("#card-editor input[aria-label=Column]").map(&:value) }

    click_button "In words"
    assert_selector "#cards .card", text: "Vessel Class Code"
    assert_selector :entry, "Booked Vehicle"
    click_link "Logical"
    assert_selector "#cards .card", text: "vessel_class_code"
    click_button "Physical names"
    assert_selector "#cards .card", text: "Vessel Class Code"
  end

  private

  def columns(stored)
    table = now(stored).all(:table).find { |each| each.name == "vessel" }
    now(stored).children(table.id, :column).map(&:name)
  end

  def now(stored) = StoredModel.find(stored.id).model

  def in_schemas(model, design)
    Kelvath::Metamodel::Design.tables(model, design.id).select(&:schema_id).map { |table| table.label(model) }
  end
end
