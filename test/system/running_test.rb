# frozen_string_literal: true

require_relative "../browser_test_case"

# A script run on a database file over a connection: looked at first, failing half-way, whole, and again with a loss.
class RunningBrowserTest < BrowserTestCase
  setup do
    @folder = ENV["KELVATH_DATABASE_FOLDER"] = Dir.mktmpdir
    @path = File.join(@folder, "harbour.db")
    SQLite3::Database.new(@path) { |database| database.execute("CREATE TABLE note (text)") }
    @stored = ferries
    derived = Kelvath::Derivation.derive(@stored.model, platform: "sqlite", ids: Ids)
    @stored.journal.commit(derived.change_set, by: "Guest")
    @design_id = derived.design_id
  end

  teardown do
    Connection.delete_all
    ENV.delete("KELVATH_DATABASE_FOLDER")
    FileUtils.rm_rf(@folder)
  end

  test "what fails half-way leaves nothing, what runs is told, and what would be lost is asked for by name" do
    visit "/connections"
    fill_in "It is called", with: "Harbour file"
    select "SQLite", from: "Platform"
    select "harbour.db", from: "connection-file"
    click_button "Keep it"
    click_button "Connect"
    assert_text "Every step passed"
    visit "/models/#{@stored.id}/designs/#{@design_id}/script"
    by_hand("INSERT INTO nowhere VALUES (1)")
    look_first
    assert_text "It makes 29 tables"
    click_button "Run it"
    assert_text "It failed, and the database is as it was before"
    assert_text "no such table: nowhere"
    assert_equal %w[note], tables
    undo_and_run
    lose
  end

  private

  def tables
    SQLite3::Database.new(@path).execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY 1").flatten
  end

  def by_hand(sql)
    find("summary", text: "Write something in by hand").click
    find("textarea[name=text]").set(sql)
    click_button "Write it in"
    assert_selector ".script", text: sql
  end

  def look_first
    find("summary", text: "Run it on").click
    click_button "Look first"
    assert_text "What would happen on the file harbour.db"
  end

  def undo_and_run
    piece = @stored.reload.model.all(:script_piece)
    @stored.journal.commit(Kelvath::ChangeSet.new(removals: piece), by: "Guest")
    visit "/models/#{@stored.id}/designs/#{@design_id}/script"
    look_first
    click_button "Run it"
    assert_text "It has run on the file harbour.db"
    assert_text "Made: 29 tables"
    assert_equal 30, tables.size
  end

  # Drops first what is there.
  def lose
    visit "/models/#{@stored.id}/designs/#{@design_id}/script?recipe=recipe-rebuild"
    look_first
    fill_in "running-name", with: "harbor.db"
    click_button "Run it"
    assert_text "type the name of the database, “harbour.db”"
    visit "/models/#{@stored.id}/designs/#{@design_id}/script?recipe=recipe-rebuild"
    look_first
    fill_in "running-name", with: "harbour.db"
    click_button "Run it"
    assert_text "It has run on the file harbour.db"
  end
end
