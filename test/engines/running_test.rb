# frozen_string_literal: true

require "test_helper"
require "support/throwaway_postgresql"
require "support/throwaway_mariadb"
require Rails.root.join("demo/big_company")

# A script of a thousand statements that stops half-way, however that comes about, leaves the database as it was.
class RunningTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  # About a thousand statements of each.
  TABLES = { "sqlite" => 440, "postgresql" => 64, "mariadb" => 280, "oracle" => 70 }.freeze

  teardown do
    [ Run, Connection, StoredModel ].each(&:delete_all)
    Run.directory.children.each(&:delete)
    ENV.delete("KELVATH_DATABASE_FOLDER")
  end

  test "SQLite" do
    Dir.mktmpdir do |folder|
      ENV["KELVATH_DATABASE_FOLDER"] = folder
      path = File.join(folder, "office.db")
      SQLite3::Database.new(path) { |database| database.execute_batch("#{PIERS.join(';')};") }
      there = -> { SQLite3::Database.new(path).then { |it| return_of(it.execute(LISTED_BY_SQLITE), it.execute(COUNTED)) } }
      design("sqlite", database: "office.db")
      stands(there)
      every(there, broken: "SELECT nothing FROM nowhere", pause: COUNTS_LONG,
                   killed: -> { system("pkill", "-KILL", "-f", "sqlite_child.rb #{path}") })
    end
  end

  test "PostgreSQL" do
    ThrowawayPostgresql.open do |port, directory|
      at = { host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres" }
      PostgresqlServer.open(**at) { |server| PIERS.each { |sql| server.call(sql) } }
      there = lambda do
        PostgresqlServer.open(**at) { |it| return_of(it.call(LISTED).map(&:values), it.call(COUNTED).map(&:values)) }
      end
      design("postgresql", host: "127.0.0.1", port:, database: "postgres", username: "kelvath", secret: "")
      engine = PostgresqlEngine.new(directory, port)
      every(there, broken: "SELECT nothing FROM nowhere", lost: "SELECT pg_terminate_backend(pg_backend_pid())",
                   pause: "SELECT pg_sleep(4)", killed: -> { [ engine.stop, engine.start ] })
    end
  end

  test "MariaDB" do
    Dir.mktmpdir("kelvath-maria", ThrowawayMariadb.place) do |directory|
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      engine = MariadbEngine.new(directory, port)
      engine.start
      at = { host: "127.0.0.1", port:, username: "root" }
      MariadbServer.open(**at) do |server|
        [ "CREATE DATABASE office", "USE office", *PIERS ].each { |sql| server.call(sql) }
      end
      there = lambda do
        MariadbServer.open(**at, database: "office") do |it|
          return_of(it.call(LISTED.sub("'public'", "'office'")).map(&:values), it.call(COUNTED).map(&:values))
        end
      end
      design("mariadb", host: "127.0.0.1", port:, database: "office", username: "root", secret: "")
      every(there, broken: "SELECT nothing FROM nowhere", lost: "KILL CONNECTION_ID()", pause: "DO sleep(4)",
                   killed: -> { [ engine.stop, engine.start ] })
      in_a_database_of_its_own(at)
    ensure
      engine&.stop
    end
  end

  # The way back is a script there, too; it is at the same port when it is back.
  test "a practice server" do
    PracticeServer.reset("oracle")
    port = PracticeServer.start("oracle")
    design("oracle", host: "127.0.0.1", port:, database: "HSOPS", username: "master", secret: "harbour")
    there = lambda do
      Connectors.reach(@connection.target("Guest")) { |server| Kelvath::Intake.list("oracle", server).items.map(&:title) }
    end
    before = there.call
    again = lambda do
      Process.kill(:KILL, Integer(File.read(PracticeServer.file("oracle", "pid"))))
      sleep 0.05 while PracticeServer.port("oracle")
      PracticeServer.start("oracle")
    end
    assert_cleaned(there, before, piece("CREATE WIBBLE x"))
    plain = prepared
    assert_cleaned(there, before, plain) { |done| again.call if done == 500 }
    assert_survives_a_kill(there, before, plain) { PracticeServer.behave("oracle", "slow") }
    assert_equal [ "done", nil, true ], running(plain).tap(&:work).then { |run|
      [ run.state, *run.result.values_at("failed", "clean") ]
    }
  ensure
    PracticeServer.behave("oracle", "")
    PracticeServer.reset("oracle")
  end

  private

  PIERS = [ "CREATE TABLE pier (code char(3) PRIMARY KEY)", "INSERT INTO pier VALUES ('ONE'), ('TWO')" ].freeze
  COUNTS_LONG = "WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n WHERE x < 9000000) " \
                "SELECT max(x) FROM n"
  LISTED_BY_SQLITE = "SELECT name FROM sqlite_master WHERE type IN ('table', 'view') ORDER BY 1"
  LISTED = "SELECT table_name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1"
  COUNTED = "SELECT count(*) FROM pier"

  def return_of(names, counted) = [ names.flatten, counted.flatten.map(&:to_i) ]

  # A design for a platform, and a connection to where it is to run.
  def design(platform, **reached)
    model = Demo::BigCompany.change_set(ids: Ids, count: TABLES.fetch(platform)).apply(Kelvath::Model::EMPTY)
    @stored = StoredModel.start("Company", by: "Guest", label: "Loaded",
                                change_set: Kelvath::ChangeSet.new(additions: model.elements.values))
    derived = Kelvath::Derivation.derive(@stored.model, platform:, ids: Ids)
    @stored.journal.commit(derived.change_set, by: "Guest")
    @design_id = derived.design_id
    @connection = Connection.create!(name: "Office", platform:, person: "Guest", **reached)
  end

  # Each way to stop half-way, then all of it.
  def every(there, broken:, killed:, pause:, lost: nil)
    before = there.call
    assert_equal [ [ "pier" ], [ 2 ] ], before
    [ broken, lost ].compact.each { |sql| assert_cleaned(there, before, piece(sql)) }
    plain = prepared # nothing has changed in the end, so that it holds until something has
    assert_cleaned(there, before, plain) { |done| killed.call if done == 500 }
    assert_survives_a_kill(there, before, piece(pause))
    whole(there, plain)
  end

  # It has run to its end in one transaction, and Kelvath was killed before it could note so: it stands.
  def stands(there)
    before, target = there.call, @connection.target("Guest")
    safety = Struct.new(:kept) do
      def keep_safety(before, after, **more) = self.kept = Run::Safety::Kept.new(before:, after:, **more)
      def drop_safety = nil
    end.new
    script = Kelvath::Ddl.script(@stored.model, @design_id)
    ScriptRun.new(script, target, before: ScriptRun.side(target), safety:).call
    after = there.call
    refute_equal before, after
    assert_equal [ true, true, nil ], Cleanup.new(safety, target).call.values_at(:clean, :stands, :trouble)
    assert_equal after, there.call
    SQLite3::Database.new(DatabaseFolder.file(target.database)) do |file|
      (after.first - before.first).each { |name| file.execute("DROP TABLE #{name}") }
    end
  end

  # The script with a statement of somebody's in its middle.
  def piece(sql, **options)
    middle = Kelvath::Ddl.script(@stored.model, @design_id).statements.select { |each| each.kind == "table" }.last
    element = Kelvath::Metamodel::ScriptPiece.new(id: "PIECE", parent_id: @design_id, place: "after", text: "#{sql};",
                                                  subject: middle.element_id)
    @stored.journal.commit(Kelvath::ChangeSet.new(additions: [ element ]), by: "Guest")
    prepared(**options).tap do
      @removed = -> { @stored.journal.commit(Kelvath::ChangeSet.new(removals: [ element ]), by: "Guest") }
    end
  end

  def prepared(**options)
    run = @stored.runs.create!(kind: "preparing", title: "Office", person: "Guest", design_id: @design_id,
                               options: { connection: @connection.id, **options })
    run.tap(&:work)
    assert run.done?, "#{run.state}: #{run.message}"
    assert_operator run.result["statements"], :>, 950
    run
  end

  def running(preparation)
    @stored.runs.create!(kind: "running", title: "Office", person: "Guest", design_id: @design_id,
                         options: { prepared: preparation.id })
  end

  def assert_cleaned(there, before, preparation)
    run = running(preparation)
    progress = Kelvath::Progress.new { |done, *| yield done if block_given? }
    result = RunningWork.new(run).call(progress)
    assert result[:failed], "it ran to its end"
    assert_operator result[:statements], :>, 200
    assert result[:clean], [ result[:failed], result[:trouble], result[:left] ].inspect
    assert_equal before, there.call
    refute run.safety_path.exist?
    @removed&.call
    @removed = nil
  end

  # Kelvath's own process is killed; what starts next says so, and cleans.
  def assert_survives_a_kill(there, before, preparation)
    run = running(preparation)
    pid = Process.spawn({ "RAILS_ENV" => "test" }, RbConfig.ruby, Rails.root.join("bin/work").to_s, run.id.to_s)
    Timeout.timeout(120) { sleep 0.01 until run.safety_path.exist? || run.reload.done? }
    # It tells every quarter of a second how far it is; what it has told last before the pause may be nothing.
    100.times { run.reload.done > 50 ? break : sleep(0.01) }
    yield if block_given?
    sleep 0.5 # it has come to the pause, or nearly so
    Process.kill(:KILL, pid)
    Process.wait(pid)
    PracticeServer.behave("oracle", "")
    run.update_columns(alive_at: 1.minute.ago)
    Run.tidy
    assert run.reload.unclean?, "#{run.state}: #{run.message} #{run.result.to_h.except("log")}"
    assert_equal Run::LEFT, run.message
    cleaning = @stored.runs.create!(kind: "cleaning", title: "Cleaning", person: "Guest", design_id: @design_id,
                                    options: { run: run.id })
    cleaning.work
    assert_equal [ true, nil ], cleaning.result.values_at("clean", "trouble"),
      [ cleaning.message, cleaning.result.except("cleaned") ].inspect
    assert_equal before, there.call
    refute run.reload.unclean?
    @removed&.call
  end

  # Made by the script, gone with it if it fails.
  def in_a_database_of_its_own(at)
    recipe = Kelvath::Metamodel::Recipe.new(id: "OWN", name: "Own", container: "fresh", foreign_keys: "after")
    @stored.journal.commit(Kelvath::ChangeSet.new(additions: [ recipe ]), by: "Guest")
    there = -> { MariadbServer.open(**at) { |server| server.place?("fresh") } }
    result = RunningWork.new(running(piece("SELECT nothing FROM nowhere", recipe: "OWN"))).call(Kelvath::Progress.none)
    assert_equal [ true, [ "DROP DATABASE fresh" ], false ], [ result[:clean], result[:cleaned], there.call ]
    @removed.call
    result = RunningWork.new(running(prepared(recipe: "OWN"))).call(Kelvath::Progress.none)
    assert_equal [ nil, true, [], true ], [ *result.values_at(:failed, :clean, :unforeseen), there.call ]
    assert_equal 280, result[:counts][:new]["table"]
  end

  def whole(there, preparation)
    run = running(preparation).tap(&:work)
    assert_equal [ "done", nil, true, [] ], [ run.state, *run.result.values_at("failed", "clean", "unforeseen") ],
                 run.message
    tables = TABLES.fetch(@connection.platform)
    assert_equal tables, run.result["counts"]["new"]["table"]
    assert_equal tables + 1, there.call.first.size
  end
end
