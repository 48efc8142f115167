# frozen_string_literal: true

require_relative "../browser_test_case"
require Rails.root.join("lib/proof_servers")

class ScriptsTest < BrowserTestCase
  test "a recipe is changed in its paragraph, pieces by hand survive, and a bad one fails the proof at its place" do
    stored = ferries
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector "#cards .card", text: "vessel"
    click_link "Script"
    assert_selector ".recipe summary", text: "Creates all 29 tables"
    change_part "Drops nothing first.", "drop first what is there"
    assert_selector ".recipe summary", text: "Drops first what is there of it, with its rows."
    change_part "It is to run once.", "can run twice without harm"
    assert_selector "#script-text", text: "CREATE TABLE IF NOT EXISTS vessel ("
    write_in "before", "", "CREATE EXTENSION IF NOT EXISTS plpgsql"
    assert_selector "#script-text", text: "CREATE EXTENSION IF NOT EXISTS plpgsql;"

    find("#script-text .statement", text: "CREATE TABLE IF NOT EXISTS vessel (", match: :first).click
    assert_selector "#particulars input[value=vessel]"
    shown = find("#script-text .statement", text: "CREATE TABLE IF NOT EXISTS berth (", match: :first)
    shown.hover
    shown.click_button "Edit this statement"
    field = find_field("The statement")
    field.set(field.value.sub(/^  depth .*$/, "  draught numeric(6,2),"))
    click_button "Keep it so"
    assert_text "Decided in the design: berth.depth is left out; berth has draught."

    find("#script-text .statement", text: "CREATE TABLE IF NOT EXISTS vessel (", match: :first).click
    fill_in "Find in the script", with: "mast"
    fill_in "New column", with: "mast_height numeric(5,2)"
    press :Enter
    assert_selector "#script-text", text: "mast_height numeric(5,2)"

    with_server do
      prove
      assert_selector "#proof-result", text: "No differences"
      assert_selector "#proof-result", text: /statements run twice on PostgreSQL 1\d/
      click_link "Script", match: :first
      write_in "after", "vessel", "GRANT SELECT ON vessel TO nobody_here"
      assert_selector "#script-text", text: "GRANT SELECT ON vessel TO nobody_here;"
      assert_empty faults
      click_link "Proof run"
      assert_selector "#proof-result", text: "The script has changed since"
      assert_empty faults
      prove
      assert_selector "#proof-result",
                      text: /Line \d+, by hand after vessel: .*role "nobody_here" does not exist/
    end
    visit current_path
    assert_text "bin/proof-servers"
  end

  test "a script is sent for review, and a comment at a line comes back to what the line makes" do
    stored = ferries
    visit "/models/#{stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector "#cards .card", text: "vessel"
    click_link "Script"
    find("summary", text: "Send for review…").click
    fill_in "What the reader is asked", with: "Are the lengths right?"
    click_button "Send it"
    assert_text "Are the lengths right?"
    line = find(:element, class: "line", text: "CREATE TABLE vessel (", match: :first)
    number = line["data-line"]
    line.click
    assert_field "Line", with: number
    fill_in "Comment", with: "Names are longer than that."
    click_button "Say it"
    assert_selector ".script-comment", text: "Names are longer than that."
    click_link "The design today"
    find(:element, class: "statement", text: "CREATE TABLE vessel (", match: :first).click
    assert_selector "#particulars", text: "Names are longer than that."
    assert_link "1 open comment"
  end

  private

  def change_part(text, choice)
    find(".recipe summary", text:).click
    click_button choice
  end

  def write_in(place, about, sql)
    find("summary", text: /by hand/, match: :first).click
    select place, from: "Before or after"
    fill_in "What it stands beside", with: about
    fill_in "SQL", with: sql
    click_button "Write it in"
  end

  def prove
    click_link "Proof run"
    select "Create", from: "Recipe"
    find("input[type=submit][value^='Run it']").click
  end

  def with_server
    ProofServers.start("postgresql")
    yield
  ensure
    ProofServers.stop("postgresql")
    FileUtils.rm_rf(ProofServers::DIRECTORY)
  end
end
