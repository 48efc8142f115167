# frozen_string_literal: true

require "test_helper"
require "support/live_databases"
require "support/live_runs"
require "support/engine_designs"
require Rails.root.join("core/test/platforms/random_changes")

# Scripts that alter designs made at random, with rows in them, on real engines: at a statement picked at random the
# server refuses, or Kelvath is killed. Afterwards all is as it was, rows and all, or it is said what is not. RUNS=300
# is what the engines are held to.
class RandomRunsTest < ActiveSupport::TestCase
  include LiveRuns

  self.use_transactional_tests = false

  COUNT = Integer(ENV.fetch("RUNS", 30))
  FIRST = Integer(ENV.fetch("FIRST", 1))
  SAYS = { "SQLite" => EngineDesigns::Sqlite, "PostgreSQL" => EngineDesigns::Postgresql,
           "MariaDB" => EngineDesigns::Mariadb }.freeze
  BROKEN = "SELECT nothing FROM nowhere"

  teardown do
    Run.delete_all
    Run.directory.children.each { |path| FileUtils.rm_f(path) }
  end

  LiveDatabases::ALL.each do |title, engine|
    test "#{title}: whatever becomes of a run, all is there again or it is said what is not" do
      came = Hash.new(0)
      engine.open { |live| (FIRST...FIRST + COUNT).each { |seed| came[once(live, title, seed)] += 1 } }
      assert_operator came[:again], :>, COUNT / 4, came.inspect
    end
  end

  # Two who look at one database and run what they prepared at the same moment.
  test "of two runs at once one runs, on any engine" do
    LiveDatabases::ALL.each_value do |engine|
      engine.open { |live| (1..[ COUNT / 10, 1 ].max).each { |seed| race(live, seed) } }
    end
  end

  private

  # What came of it: :again, :told (what was lost is said), :refused, or :ran.
  def once(live, title, seed)
    random = Random.new(seed)
    start, alteration = pair(live, title, seed)
    fill(live, start, alteration.design_id)
    before, rows = live.side, live.rows
    sqls = statements(live, alteration, random)
    return :ran if sqls.empty?

    result = random.rand(3).zero? ? killed(live, sqls, random) : run_broken(live, sqls, random)
    return :ran if result.nil? # as one transaction, which nobody interrupts here

    where = "#{title} #{seed}\n#{result.except(:log, :sql, :cleaned).inspect}\n#{sqls.join(";\n")}\n-- back\n" \
            "#{result[:cleaned].to_a.join(";\n")}"
    judge(live, before, rows, result, where)
  end

  def judge(live, before, rows, result, where)
    unless result[:clean]
      assert [ result[:left], result[:asks].to_a, [ result[:trouble] ].compact ].any?(&:any?),
        "without a word: #{where}"
      assert_empty result[:cleaned].to_a, "half of the way back: #{where}"
      return :refused
    end
    assert_empty Kelvath::Running.differences(before, live.side).map(&:to_s), where
    told = result[:lost].join(" ").downcase
    now = live.rows
    rows.each do |title, list|
      next if told.match?(/\b#{Regexp.escape(title.downcase)}\b/)

      assert_equal list, now[title], "#{title}: #{where}"
    end
    told.empty? ? :again : :told
  end

  def pair(live, title, seed)
    says = SAYS.fetch(title)
    whole = ->(kind, options, facts) {
      says.fits(kind, options.reject { |name, _| name.start_with?("partition by") }, facts)
    }
    start, goal, id = RandomChanges.new(live.platform.at(says::VERSION), seed, types: says.method(:types),
                                        samples: says::SAMPLES, fits: whole).changed
    sides = [ start, goal ].map { |model| Kelvath::Altering::Side.new(model:, design_id: id) }
    asked = Kelvath::Altering.between(*sides).questions.select(&:needed)
    answers = asked.to_h do |each|
      each.lost ? [ [ each.lost, "lost" ], "yes" ] : [ [ each.about, each.kind ], each.example ]
    end
    [ start, Kelvath::Altering.between(*sides, answers:) ]
  end

  def fill(live, start, id)
    live.empty
    Connectors.reach(live.target, readonly: false) do |database|
      database.alter if database.respond_to?(:alter)
      database.run_statements(Kelvath::Ddl.script(start, id).handed_out)
      Kelvath::Altering::SampleRows.new(start, id).statements.each do |statement|
        database.execute(statement.sql)
      rescue *database.class::REFUSED
        nil
      end
    end
  end

  # As texts. What the engine could take back whole is cut in two, so that there is something to take back.
  def statements(live, alteration, random)
    list = alteration.script.handed_out.map(&:sql)
    random.rand(2).zero? ? list : [ *live.apart, *list ]
  end

  def run_broken(live, sqls, random)
    script_run(live, sqls.dup.insert(random.rand(sqls.size + 1), BROKEN)).call
  end

  # Its process dies before or behind a statement; nil if that never came.
  def killed(live, sqls, random)
    run = script_run(live, sqls)
    place, method = random.rand(sqls.size), random.rand(2).zero? ? :begun : :done
    count = 0
    Cleanup.new(@run, live.target).call if dying(method, ->(*) { (count += 1) > place }) { run.call }
  end

  def race(live, seed)
    live.empty
    before, at = ScriptRun.look(live.target)
    made = script([ *live.apart, *Array.new(20) { |index|
      "CREATE TABLE quay_#{index} (id int)" }, "INSERT INTO quay_3 VALUES (#{seed})" ])
    runs = Array.new(2) { |index| ScriptRun.new(made, live.target, before:, at:, safety: noted, by: "Person #{index}") }
    answers = runs.map do |run|
      Thread.new { run.call } .tap { |thread| thread.report_on_exception = false }
    end.map do |thread|
      thread.value
    rescue Kelvath::Error => error
      error.message
    end
    ran, refused = answers.partition { |each| each.is_a?(Hash) }
    assert_equal [ 1, true, nil ], [ ran.size, *ran.first.to_h.values_at(:clean, :failed) ], answers.inspect
    assert_match(/Something runs on that database|has changed since you looked|written to since/, refused.first)
    assert_equal 21, live.rows.size
    assert_equal [ [ seed.to_s ] ], live.query("SELECT id FROM quay_3")
  end
end
