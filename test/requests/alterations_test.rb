# frozen_string_literal: true

require "test_helper"
require "minitest/mock"
require "support/throwaway_postgresql"

class AlterationsRequestsTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
    @design_id = design("postgresql")
  end

  test "another design, a model file and a database file are states to begin at; the script is saved" do
    other = design("postgresql", name: "Twin")
    get "/models/#{@stored.id}/designs/#{@design_id}/alteration", params: { from: "design:#{other}" }
    assert_select ".recipe", text: /Nothing is to be done: the two are the same/
    file = Rack::Test::UploadedFile.new(StringIO.new(before_the_change), "application/json",
original_filename: "then.json")
    read(file:)
    assert_select ".recipe", text: /Makes 1 column\./
    get "#{path}.sql", params: { from: @from }
    assert_match(/^ALTER TABLE vessel ADD COLUMN mast_height integer;/, response.body)
    get "#{path}.sql", params: { from: @from, back: "yes" }
    assert_match(/^ALTER TABLE vessel DROP COLUMN mast_height;/, response.body)
  end

  test "a script is a state to begin at" do
    get "/models/#{@stored.id}/designs/#{@design_id}/script.sql"
    text = response.body.sub(/^CREATE TABLE vessel \(\n/, "\\0  mast_height integer,\n")
    read(file: Rack::Test::UploadedFile.new(StringIO.new(text), "text/plain", original_filename: "then.sql"))
    get "#{path}.sql", params: { from: @from }
    assert_match(/^ALTER TABLE vessel DROP COLUMN mast_height;/, response.body)
    assert_equal 1, response.body.scan(/^ALTER|^CREATE|^DROP/).size, response.body
  end

  test "what cannot be a state is told" do
    [ [ "not a database", /Nothing in this script was understood: line 1/ ], [ "{\"kelvath\": 1}", /model file/i ],
      [ Kelvath::Interchange::ModelFile.write(ferries.model), /This model has no design for PostgreSQL/ ]
    ].each do |text, words|
      read(file: Rack::Test::UploadedFile.new(StringIO.new(text), "text/plain", original_filename: "x"))
      assert_select "[role=alert]", text: words
    end
    get path, params: { from: "state:999999" }
    assert_response :not_found
  end

  test "a database is read by who is connected, and by nobody else" do
    given = { platform: "postgresql", person: "Guest", host: "127.0.0.1", port: 1025, database: "fleet",
              username: "mate" }
    { Connection.create!(name: "Other's", **given, person: "Mate") => /not there any more/,
      Connection.create!(name: "Books", **given, platform: "mariadb") => /leads to MariaDB/,
      Connection.create!(name: "Asked", **given) => /You are not connected with “Asked”/ }.each do |connection, words|
      post "/models/#{@stored.id}/designs/#{@design_id}/states", params: { connection: connection.id }
      assert_match words, response.body
    end
    at_once do
      post "/models/#{@stored.id}/designs/#{@design_id}/states",
           params: { connection: Connection.create!(name: "Kept", **given, secret: "").id }
    end
    assert_equal "failed", Run.last.state
    assert_match(/PostgreSQL said: .*refused/, Run.last.message)
  end

  test "rows that a database would lose are counted" do
    ThrowawayPostgresql.open do |port, _|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.run(Kelvath::Ddl.script(@stored.model, @design_id))
        server.call("CREATE TABLE buoy (code integer)")
        server.call("INSERT INTO buoy VALUES (1), (2)")
      end
      at_once do
        post "/models/#{@stored.id}/designs/#{@design_id}/states",
             params: { connection: Connection.create!(name: "Fleet", platform: "postgresql", person: "Guest",
                                                      host: "127.0.0.1", port:, database: "postgres",
                                                      username: "kelvath", secret: "").id }
      end
      follow_redirect!
      assert_select "section[aria-label=Lost] li", text: /The table buoy is dropped with its rows\. · 2 rows/
    end
  end

  # Its process is killed; what it has done is taken back by a run of its own.
  test "a script that is stopped while it runs is cleaned up after" do
    run = @stored.runs.create!(kind: "running", title: "Fleet", person: "Guest", design_id: @design_id,
                               state: "working", alive_at: Time.current, options: { prepared: 0 })
    side = Kelvath::Altering::Side.new(model: @stored.model, design_id: @design_id, told: true)
    at = Place.new("platform" => "postgresql", "host" => "127.0.0.1")
    run.keep_safety(side, side, place: nil, fresh: false, whole: false, at:, sqls: [ "x" ]) { "DROP TABLE quay;\n" }
    assert_equal [ side.design_id, [ nil, false, [ "x" ] ], at.facts ],
                 [ run.kept.before.design_id, run.kept.to_h.values_at(:place, :fresh, :sqls), run.kept.at.facts ]
    File.write(run.safety_path, JSON.generate({ **JSON.parse(File.read(run.safety_path)).except("at") }))
    assert_match(/begun by an older version/, assert_raises(Kelvath::Error) { run.kept }.message)
    RunJob.stub(:perform_later, nil) { post run_stop_path(run) }
    cleaning = Run.last
    assert_redirected_to run_path(cleaning)
    assert_equal [ "cleaning", run.id ], [ cleaning.kind, cleaning.options["run"] ]
    get run_path(run)
    assert_select "[role=alert]", text: /Kelvath stopped while this script ran/
    assert_select "button", text: "Check and clean"
    get run_undo_path(run)
    assert_equal "DROP TABLE quay;\n", response.body
    delete run_running_path(run)
    assert_equal [ true, "Guest", false ], [ *run.reload.result.values_at("clean", "left_by"), run.safety_path.exist? ]
    patch run_running_path(run)
    assert_match(/There is nothing to clean up/, response.body)
  ensure
    run&.drop_safety
  end

  private

  # What a run does is done before the answer.
  def at_once(work = :work.to_proc, &block) = RunJob.stub(:perform_later, work, &block)
  def path = "/models/#{@stored.id}/designs/#{@design_id}/alteration"

  def design(platform, name: nil)
    derived = Kelvath::Derivation.derive(@stored.model, platform:, ids: Ids, name:)
    @stored.journal.commit(derived.change_set, by: "Guest")
    @stored.reload
    derived.design_id
  end

  # The model file of now; then a column comes.
  def before_the_change
    text = Kelvath::Interchange::ModelFile.write(@stored.model)
    vessel = @stored.model.children(@design_id, :table).find { |each| each.name == "vessel" }
    change = Kelvath::Draft.change(@stored.model, ids: Ids) do |draft|
      draft.add(:column, parent_id: vessel.id, name: "mast_height", position: 90.0,
                         native_type: Kelvath::Platforms.fetch("postgresql").read_type("integer"))
    end
    @stored.journal.commit(change, by: "Guest")
    text
  end

  def read(file:)
    at_once { post "/models/#{@stored.id}/designs/#{@design_id}/states", params: { file: } }
    @from = "state:#{Run.last.id}"
    follow_redirect!
  end
end
