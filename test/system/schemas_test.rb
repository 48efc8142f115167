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

  private

  def now(stored) = StoredModel.find(stored.id).model

  def in_schemas(model, design)
    Kelvath::Metamodel::Design.tables(model, design.id).select(&:schema_id).map { |table| table.label(model) }
  end
end
