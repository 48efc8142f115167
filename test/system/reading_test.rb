# frozen_string_literal: true

require_relative "../browser_test_case"
require "zip"

class ReadingBrowserTest < BrowserTestCase
  SCRIPT = <<~SQL
    CREATE TABLE pier (code char(3) PRIMARY KEY, name varchar(40) NOT NULL);
    CREATE TABLE berth (no int, pier char(3) REFERENCES pier (code), ??? depth, kind jsonb, PRIMARY KEY (no, pier));
    CREATE VIEW deep AS SELECT no FROM berth;
    CREATE POLICY own ON berth USING (true);
  SQL

  test "a pasted script with a fault in it becomes a model, and the fault is told at its line" do
    visit "/"
    click_link "Paste a script, or send one or a zip of them"
    fill_in "The script, with all that stands in it", with: SCRIPT
    within("#reading-list") do
      assert_text "It was taken for PostgreSQL by “jsonb”"
      assert_text(/line 2 A column's name is expected here/i)
      assert_selector "tr", text: "table\tberth\t3\t2"
      assert_selector "tr", text: "view\tdeep\t\t3"
    end
    fill_in "The model is called", with: "Piers"
    click_button "Make a model of it"
    assert_text "Taken in"
    assert_text(/line 4 CREATE POLICY is kept as text/)
    saved = page.evaluate_async_script("fetch(document.querySelector('a[href$=\"/log\"]').href).then(answer => " \
                                       "answer.text()).then(arguments[0])")
    assert_match(/^4: note: CREATE POLICY is kept as text/, saved)
    click_link "Open the model"
    assert_selector "#cards .card", count: 2
    assert_equal "CREATE POLICY own ON berth USING (true);",
                 StoredModel.find_by!(name: "Piers").model.all(:script_piece).first.text
  end

  test "a zip of migrations is read in the order of their names" do
    path = Rails.root.join("tmp/migrations.zip").to_s
    FileUtils.rm_f(path)
    Zip::File.open(path, create: true) do |zip|
      zip.get_output_stream("2_more.sql") { |out| out.write("ALTER TABLE pier ADD COLUMN depth numeric(5,2);") }
      zip.get_output_stream("1_begin.sql") { |out| out.write("CREATE TABLE pier (code char(3) PRIMARY KEY);") }
    end
    visit "/readings/new"
    select "PostgreSQL", from: "Whose it is"
    attach_file "or a file: a script, or a zip of some", path
    click_button "Make a model of it"
    assert_text "Taken in"
    assert_equal %w[code depth], StoredModel.find_by!(name: "migrations").model.all(:column).map(&:name)
  end
end
