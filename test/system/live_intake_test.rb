# frozen_string_literal: true

require_relative "../browser_test_case"
require_relative "../support/throwaway_postgresql"

# A database over a connection: connected with, read in part by a choice that is kept, changed meanwhile, read again.
class LiveIntakeBrowserTest < BrowserTestCase
  SECRET = "kelp-and-barnacles"

  teardown { Connection.delete_all }

  test "a PostgreSQL database is connected with, some of it is read, and again after it has changed" do
    ThrowawayPostgresql.open do |port|
      prepare(port)
      connect(port)
      choose
      click_button "Make the model"
      assert_selector "#cards .card", text: "Sailing"
      stored = StoredModel.find_by!(name: "Harbour")
      assert_equal %w[berth sailing vessel], tables(stored)
      assert stored.model.all(:table).find { |each| each.name == "berth" }.outside
      again(port, stored)
    end
  end

  private

  def tables(stored) = stored.reload.model.all(:table).map(&:name).sort

  def prepare(port)
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      [ "CREATE ROLE mate LOGIN SUPERUSER PASSWORD '#{SECRET}'", "CREATE TABLE vessel (hull varchar(12) PRIMARY KEY)",
        "CREATE TABLE berth (number int PRIMARY KEY)", "CREATE TABLE sailing_old (id int)",
        "CREATE TABLE sailing (number int PRIMARY KEY, hull varchar(12) NOT NULL REFERENCES vessel, " \
        "berth int REFERENCES berth)", "INSERT INTO vessel VALUES ('A1'), ('A2')", "ANALYZE" ]
        .each { |sql| server.call(sql) }
      File.write(server.call("SHOW hba_file").first["hba_file"],
                 "host all mate 127.0.0.1/32 scram-sha-256\nhost all kelvath 127.0.0.1/32 trust\n")
      server.call("SELECT pg_reload_conf()")
    end
  end

  def connect(port)
    visit "/connections"
    fill_in "It is called", with: "Harbour"
    fill_in "Port", with: port
    fill_in "connection-database", with: "postgres"
    fill_in "User", with: "mate"
    choose_radio "is asked for each time"
    click_button "Keep it"
    fill_in "given-secret", with: "wrong"
    click_button "Connect"
    assert_selector "#steps li", text: /Sign-in\s+failed.*the secret is wrong/m
    fill_in "given-secret", with: SECRET
    click_button "Connect"
    assert_text "Every step passed"
  end

  def choose_radio(words) = find("label", text: words).find("input").click

  def choose
    click_link "Read what it has"
    assert_text "4 of 4 are read: 4 of 4 tables"
    fill_in "None like these", with: "*_old"
    assert_text "3 of 4 are read"
    uncheck "Read table berth"
    assert_text "2 of 4 are read: 2 of 4 tables, about 2 rows"
    fill_in "A name for this choice", with: "Sailings"
    click_button "Keep it"
    click_link "Sailings"
    assert_text "2 of 4 are read"
    click_button "Read it"
    assert_text "Read; there is no model of it yet"
    assert_no_text "Open the model"
  end

  def again(port, stored)
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      server.script("ALTER TABLE vessel ADD name text; ALTER TABLE sailing DROP COLUMN berth; " \
                    "ALTER TABLE vessel ALTER hull TYPE varchar(20)")
    end
    visit "/models/#{stored.id}/designs"
    click_button "Read again from Harbour"
    click_link "See what is new in it"
    { "new" => "column vessel · name", "changed" => "column vessel · hull", "gone" => "column sailing · berth" }
      .each { |way, title| assert_selector "li", text: /#{way}\s*#{title}/ }
    find("li", text: "column sailing · berth").find("input").check
    click_button "Take what is ticked"
    assert_text "one undo takes all of it back"
    assert_equal [ %w[hull name], %w[hull number] ], %w[vessel sailing].map { |name|
      columns(stored, name).map(&:name).sort
    }
    assert_equal [ 20 ], columns(stored, "vessel").first.native_type["arguments"].map(&:to_i)
    drift(port, stored)
  end

  def columns(stored, name)
    model = stored.reload.model
    model.children(model.all(:table).find { |each| each.name == name }.id, :column)
  end

  def drift(port, stored)
    visit "/models/#{stored.id}/designs"
    click_button "Look for drift"
    assert_text "The database is what the design says"
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      server.call("CREATE INDEX ON sailing (hull)")
    end
    visit "/models/#{stored.id}/designs"
    click_button "Look for drift"
    assert_text "They have drifted apart"
    visit "/"
    assert_text "drifted from Harbour since"
  end
end
