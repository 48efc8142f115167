# frozen_string_literal: true

require "test_helper"

# SQL that people wrote can do nothing but what it is for, and can be ended.
class SqliteProcessTest < ActiveSupport::TestCase
  ENDLESS = "WITH RECURSIVE r(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM r)"
  REFUSED = {
    "ATTACH '/etc/hostname' AS other" => /not authorized/, "COMMIT" => /not authorized/,
    "PRAGMA journal_mode = off" => /not authorized/,
    "CREATE TABLE a AS SELECT load_extension('libm.so')" => /not authorized/,
    "CREATE VIRTUAL TABLE a USING fts5(x)" => /not authorized/,
    "CREATE TABLE a AS #{ENDLESS} SELECT count(*) FROM r" => /ran for more than 1 seconds and was stopped/,
    "CREATE TABLE a AS #{ENDLESS} SELECT zeroblob(1000000) FROM r" => /makes the file larger|ran for more/,
    "CREATE TABLE a AS SELECT replace(hex(zeroblob(50000000)), '0', '000000000000000')" => /memory|ran for more/
  }.freeze

  setup { @path = Rails.root.join("tmp/process.sqlite") }
  teardown { FileUtils.rm_f(Dir["#{@path}*"]) }

  def run_sql(sql, **limits)
    FileUtils.rm_f(@path)
    script = Kelvath::Ddl::Script.new(heading: [ "Test" ],
                                      statements: [ Kelvath::Ddl::Statement.new("table", "a", sql) ])
    SqliteFile.create(@path, **limits) { |file| file.run(script) }
  end

  REFUSED.each_with_index do |(sql, message), index|
    test "refused or ended, #{index}: #{sql[0, 40]}" do
      error = assert_raises(StatementFailed) { run_sql(sql, wait: 1, limits: { rlimit_fsize: 20 << 20 }) }
      assert_match message, error.message
      assert_match(/\ALine 3, table a: /, error.message)
    end
  end

  test "one statement at a time, whatever the caller thinks it is" do
    SqliteProcess.open(@path, readonly: false) do |process|
      assert_match(/more than one statement/, assert_raises(SqliteProcess::Refused) {
        process.run("CREATE TABLE a (x int DEFAULT (1)); CREATE TABLE b (y int)")
      }.message)
      process.run("CREATE TABLE a (x int) -- ; the end")
      assert_equal [ { "name" => "a" } ], process.query("SELECT name FROM sqlite_master")
    end
  end

  test "the server computes on while the engine does" do
    beats = 0
    beating = Thread.new { loop { sleep 0.01; beats += 1 } }
    assert_raises(StatementFailed) { run_sql("CREATE TABLE a AS #{ENDLESS} SELECT count(*) FROM r", wait: 1) }
    assert_operator beats, :>, 20
  ensure
    beating.kill
  end

  test "a file whose views swell without end is read, or refused, in time" do
    SQLite3::Database.new(@path.to_s) do |database|
      database.execute("CREATE TABLE t (a int)")
      database.execute("CREATE VIEW v0 AS SELECT a FROM t")
      (1..40).each { |number| database.execute("CREATE VIEW v#{number} AS SELECT a FROM v#{number - 1} UNION ALL " \
                                               "SELECT a FROM v#{number - 1}") }
    end
    catalog = SqliteFile.read(@path) { |file| Kelvath::Intake.catalog("sqlite", file) }
    assert_equal [ 1, 41 ], [ catalog.tables.size, catalog.views.size ]
  rescue Kelvath::UnreadableFile => error # on a slow machine
    assert_match(/ran for more than 30 seconds and was stopped/, error.message)
  end
end
