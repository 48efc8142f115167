# frozen_string_literal: true

require "test_helper"
require "kelvath/command_line"
require Rails.root.join("lib/command_connections")

# The command line over connections: a database file is read, drifts, gets a script, and keeps what it had.
class CommandConnectionsTest < ActiveSupport::TestCase
  setup do
    @folder = ENV["KELVATH_DATABASE_FOLDER"] = Dir.mktmpdir
    execute("CREATE TABLE pier (code text PRIMARY KEY)", "CREATE TABLE old (x int)")
    Connection.create!(name: "Harbour", platform: "sqlite", person: "Mate", shared: true, database: "harbour.db")
    @model = File.join(@folder, "model.json")
  end

  teardown do
    ENV.delete("KELVATH_DATABASE_FOLDER")
    FileUtils.rm_rf(@folder)
  end

  def execute(*list)
    SQLite3::Database.new(File.join(@folder, "harbour.db")).then { |it| list.map { |sql| it.execute(sql) }.last }
  end

  # [code, standard output, standard error]
  def call(*arguments)
    out, err = StringIO.new, StringIO.new
    connections = -> { CommandConnections.new(person: "Clerk", secret: -> { "" }) }
    code = Kelvath::CommandLine.new(connections:, out:, err:).run(arguments)
    [ code, out.string, err.string ]
  end

  test "read, drift and run" do
    assert_equal [ 0, "Harbour\tsqlite\tthe file harbour.db\tshared\n" ], call("connections").first(2)
    over = [ "--connection", "harbour" ]
    assert_equal 0, call("read", *over, "--never", "old", "--out", @model).first
    assert_equal 0, call("drift", @model, *over, "--never", "old").first
    assert_equal [ 2, "new\ttable old\t1 column\n" ], call("drift", @model, *over).first(2)
    code, _, err = call("run", @model, *over, "--undo", File.join(@folder, "undo.sql"))
    assert_equal [ 1, [ "kelvath: Line 4, table pier: table pier already exists.",
                        "kelvath: The database is as it was before." ] ], [ code, err.lines.map(&:chomp) ]
    assert_match(/Say --database harbour\.db to run it/, call("run", @model, *over, "--recipe", "Rebuild").last)
    execute("INSERT INTO pier VALUES ('ONE')")
    assert_equal 0, call("run", @model, *over, "--recipe", "Rebuild", "--database", "harbour.db", "--undo",
                         File.join(@folder, "undo.sql")).first
    assert_equal [ [ 0 ] ], execute("SELECT count(*) FROM pier")
    refute File.exist?(File.join(@folder, "undo.sql"))
    assert_match(/no connection called “Nowhere”; there are: Harbour/, call("read", "--connection", "Nowhere", "--out",
                                                                           @model).last)
  end

  test "what a run made otherwise than was foreseen is told" do
    script = Kelvath::Ddl::Script.new(heading: [], statements: [
      Kelvath::Ddl::Statement.new("table", "quay", "CREATE TABLE quay (number integer PRIMARY KEY)")
    ])
    target = Connection.last.target("Clerk")
    before = ScriptRun.side(target)
    safety = CommandConnections::Safety.new(File.join(@folder, "undo.sql"))
    result = ScriptRun.new(script, target, before:, safety:, after: before).call
    made = [ "table quay: only in the second" ]
    told = result.values_at(:made, :unforeseen).map { |lines| lines.grep(/table/) }
    assert_equal [ true, { "table" => 1 }, made, made ], [ result[:clean], result[:counts][:new], *told ]
  end

  test "every design that came from a connection is looked at" do
    derived = Kelvath::Derivation.derive(ferries.model, platform: "sqlite", ids: Ids)
    stored = StoredModel.last.tap { |each| each.journal.commit(derived.change_set, by: "Guest") }
    assert_equal 0, call("drift").first
    source = Source.note(stored, derived.design_id, connection: Connection.last, person: "Guest",
                                                    settings: { "only" => [ "pier" ] })
    assert_equal [ 2, "Hollin Sound Ferries, Harbour\tnew=1 gone=0 changed=0\n" ], call("drift").first(2)
    assert source.reload.drifted?
    execute("DROP TABLE pier")
    DriftClock.look(&:work)
    refute source.reload.drifted?
    assert_equal 0, call("drift").first
    refute source.reload.drifted?
    FileUtils.rm(File.join(@folder, "harbour.db"))
    assert_equal 1, call("drift").first
    assert_match(/no database file/, source.reload.trouble)
  end
end
