# frozen_string_literal: true

require "test_helper"
require "support/live_databases"
require "support/live_runs"

# Runs that fail, are killed, are done twice or lead elsewhere, on real engines with rows in them: what they have left
# is taken back and every row is there, or it is said why not and nothing is touched.
class GoingBackTest < ActiveSupport::TestCase
  include LiveRuns

  self.use_transactional_tests = false

  teardown do
    [ Run, StoredModel ].each(&:delete_all)
    Run.directory.children.each { |path| FileUtils.rm_f(path) }
  end

  MADE = [ "CREATE TABLE pier (code char(3) PRIMARY KEY, name varchar(40))",
           "CREATE TABLE crew (id int PRIMARY KEY, grade varchar(9), pier char(3) REFERENCES pier (code))",
           "INSERT INTO pier VALUES ('ONE', 'Old pier'), ('TWO', 'New pier')",
           "INSERT INTO crew VALUES (1, 'mate', 'ONE'), (2, 'cook', 'TWO')" ].freeze
  BROKEN = "INSERT INTO nowhere VALUES (1)"

  # { statements before the one that is refused => lines that must be in what is lost }; every row stays.
  FAILING = {
    "renames" => [ "ALTER TABLE crew RENAME TO mariner", "ALTER TABLE mariner RENAME COLUMN grade TO position" ],
    "names exchanged" => [ "ALTER TABLE crew RENAME TO aside", "ALTER TABLE pier RENAME TO crew",
      "ALTER TABLE aside RENAME TO pier" ],
    "renamed and a new one in its place" => [ "ALTER TABLE crew RENAME TO mariner", "CREATE TABLE crew (id int)" ],
    "made with rows" => [ "CREATE TABLE quay (id int)", "INSERT INTO quay VALUES (1), (2)",
      "ALTER TABLE pier ADD depth int" ],
    "made anew" => [ "CREATE TABLE new_crew (id int PRIMARY KEY, grade varchar(9), wage int, pier char(3))",
                     "INSERT INTO new_crew (id, grade, pier) SELECT id, grade, pier FROM crew", "DROP TABLE crew",
                     "ALTER TABLE new_crew RENAME TO crew" ]
  }.freeze

  LiveDatabases::ALL.each do |title, engine|
    test "#{title}: what failed half-way is taken back, renames as renames, rows and all" do
      engine.open do |live|
        FAILING.each do |name, statements|
          made(live)
          before = [ live.rows, live.side ]
          result = script_run(live, [ *live.apart, *statements, BROKEN ]).call
          assert_equal [ true, nil, [] ], result.values_at(:clean, :trouble, :left),
            "#{name}: #{result.except(:log, :sql).inspect}"
          assert_empty Kelvath::Running.differences(before.last, live.side).map(&:to_s), name
          assert_equal before.first, live.rows, "#{name}\n#{result[:cleaned].join("\n")}"
        end
      end
    end

    test "#{title}: rows that came meanwhile are counted and asked for, and what others changed stays" do
      engine.open do |live|
        killed(live, [ *live.apart, "CREATE TABLE quay (id int)", BROKEN ], at: "INSERT INTO nowhere")
        live.run("INSERT INTO quay VALUES (1), (2), (3)")
        asked = Cleanup.new(@run, live.target).call
        assert_equal [ false, [ "The table quay is dropped with its rows. (3 rows now)" ], [] ],
                     asked.values_at(:clean, :asks, :cleaned)
        assert_equal [ [ "3" ] ], live.query("SELECT count(*) FROM quay")
        live.run("INSERT INTO quay VALUES (4)")
        again = Cleanup.new(@run, live.target, agreed: asked[:agreeing]).call
        assert_match(/4 rows/, again[:asks].join, "what was agreed to is not what would go now")
        later = Cleanup.new(@run, live.target, agreed: again[:agreeing], later: "It was run again.").call
        assert_equal [ false, [ "It was run again." ] ], later.values_at(:clean, :left)
        live.run("ALTER TABLE quay ADD mine int")
        changed = Cleanup.new(@run, live.target, agreed: again[:agreeing]).call
        assert_equal [ false, [ "Column quay.mine" ] ], [ changed[:clean], changed[:left].map { |line|
          line[/(?<=has got )[Cc]olumn \S+/].capitalize } ]
        assert_equal [ [ "4" ] ], live.query("SELECT count(*) FROM quay")
        live.run("ALTER TABLE quay DROP COLUMN mine")
        assert_equal true, Cleanup.new(@run, live.target, agreed: again[:agreeing]).call[:clean]
        assert_equal %w[crew pier], live.rows.keys.sort
      end
    end

    test "#{title}: what was looked at in one place runs in no other, and one run at a time" do
      engine.open do |live|
        made(live)
        before, at = ScriptRun.look(live.target)
        elsewhere = ScriptRun.new(script([ "CREATE TABLE quay (id int)" ]), live.elsewhere, before:, at:, safety: noted)
        assert_match(/leads to another (?:database|file|server)/, assert_raises(Kelvath::Error) {
          elsewhere.call }.message)
        both(live, before, at)
        live.run("DROP TABLE quay")
        killed(live, [ *live.apart, "CREATE TABLE quay (id int)", BROKEN ], at: "INSERT INTO nowhere")
        far = Cleanup.new(@run, live.elsewhere).call
        assert_match(/leads to another .* nothing was touched/, far[:trouble])
        assert_includes live.rows.keys, "quay"
      end
    end
  end

  test "a preparation is run once, whoever asks first" do
    stored = StoredModel.start("Office", by: "Guest", label: "Begun", change_set: Kelvath::ChangeSet.new)
    prepared = stored.runs.create!(kind: "preparing", title: "Office", person: "Guest", state: "done")
    assert_equal prepared.id, prepared.running("Ada").prepared_id
    assert_match(/run already, by Ada/, assert_raises(Kelvath::Error) { prepared.running("Bert") }.message)
    assert_equal 1, Run.where(kind: "running").count
  end

  private

  def made(live)
    live.empty
    live.run(*MADE)
  end

  # A run whose process dies before it sends a statement. What is kept of it is as a new process finds it.
  def killed(live, sqls, at:)
    made(live)
    halted = script_run(live, sqls)
    assert(dying(:begun, ->(sql) { sql.include?(at) }) { halted.call })
  end

  # Two runs of what was looked at, at once: one runs, the other is told by whom.
  def both(live, before, at)
    made = script([ *live.apart, "CREATE TABLE quay (id int)" ])
    first, second = Array.new(2) { |index|
 ScriptRun.new(made, live.target, before:, at:, safety: noted, by: "Person #{index}") }
    refused = nil
    slow = Kelvath::Progress.new do |*|
      refused ||= assert_raises(Kelvath::Error) { second.call }.message
    end
    assert_equal true, first.call(slow)[:clean]
    assert_match(/Something runs on that database just now \(Person 0/, refused)
    message = assert_raises(Kelvath::Error) { second.call }.message
    assert_match(/has changed since you looked|a file that has been written/, message)
    assert_includes live.rows.keys, "quay"
    live.run("DROP TABLE apart")
  end
end
