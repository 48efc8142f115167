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
    fill_in "reading-text", with: SCRIPT
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

  test "some of a script is taken, and each thing shows what was understood of it" do
    visit "/readings/new"
    fill_in "reading-text", with: SCRIPT
    within("#reading-list") do
      click_button "berth"
      within("section", text: "berth") { assert_text "foreign key berth_pier_fkey pier to pier (code)" }
      uncheck "Take view deep"
    end
    assert_equal "CREATE TABLE berth", chosen[0, 18]
    assert_equal "2", find(".line-numbers .faulty", visible: :all).text(:all)
    fill_in "Only those with these words", with: "pier"
    assert_no_selector "#reading-list tr", text: "berth"
    click_button "Make a model of it"
    assert_text "Left out, as was asked: view deep."
    assert_empty StoredModel.find_by!(name: "Script").model.all(:view)
  end

  test "a file that is chosen shows what is in it, and gives the model its name" do
    path = Rails.root.join("tmp/quays.sql").to_s
    File.binwrite(path, "CREATE TABLE quay (id int, name varchar(9) DEFAULT 'M\xF6we');".b)
    visit "/readings/new"
    attach_file "or a file: a script, or a zip of some", path
    within("#reading-list") { assert_selector "tr", text: "table\tquay\t2\t1" }
    click_button "Make a model of it"
    assert_text "Taken in"
    assert_equal "'Möwe'", StoredModel.find_by!(name: "quays").model.all(:column).last.default_value
  end

  test "a second script joins a model: what is new is ticked, taken at once, and undone at once" do
    stored = begin_with("CREATE TABLE pier (code char(3) PRIMARY KEY, name varchar(40) NOT NULL);")
    visit "/models/#{stored.id}/designs"
    click_link "Read a script into this model"
    fill_in "reading-text", with: SCRIPT.sub("(40) NOT NULL", "(60)").sub("jsonb", "text")
    select "a new design beside the others", from: "It goes into"
    select "PostgreSQL", from: "It goes into"
    click_button "See what is new"
    click_link "See what is new in it"
    assert_text "3 new, 1 changed"
    fill_in "Only those with", with: "after the script"
    assert_no_text "table berth"
    fill_in "Only those with", with: ""
    find("label", text: "text after the script").click
    assert_text "3 of 4 ticked"
    click_button "Take what is ticked"
    assert_selector "#cards .card", count: 2
    model = stored.reload.model
    assert_equal %w[Berth Pier], model.all(:entity).map(&:name).sort
    assert_equal 60, model.all(:attribute).find { |each| each.name == "Name" }.length
    assert_equal 1, model.all(:relationship).size
    click_button "Undo"
    assert_selector "#cards .card", count: 1
    assert_equal %w[Pier], stored.reload.model.all(:entity).map(&:name)
  end

  private

  # The text that is selected in the script.
  def chosen
    text = find_field("reading-text")
    text.value[text.evaluate_script("this.selectionStart")...text.evaluate_script("this.selectionEnd")]
  end

  def begin_with(text)
    catalog = Kelvath::Reading.read([ Kelvath::Reading::Source.of("", text) ],
                                    platform: Kelvath::Platforms.fetch("postgresql")).catalog
    taken = Kelvath::Starting.from_catalog("Piers", catalog, platform: "postgresql", ids: Ids)
    StoredModel.start("Piers", by: "Guest", label: "Began", change_set: taken.change_set, model: taken.model) do
      KeptBase.keep(taken.base)
    end
  end
end
