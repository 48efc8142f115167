# frozen_string_literal: true

require "test_helper"
require Rails.root.join("demo/hsops")

# Runs in processes of their own: what the database says of them is what happened.
class RunTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  # Numbers come again when a test is rolled back, and with them the files that it left.
  setup { remove_all_files }

  teardown do
    Run.delete_all
    StoredModel.destroy_all
    remove_all_files
  end

  def remove_all_files = FileUtils.rm_f(Dir[Run.directory.join("*")])

  def intake(title = "HSOPS")
    Run.create!(kind: "intake", title:, person: "Ada").tap { |run| Demo::Hsops.write(run.upload_path.to_s) }
  end

  def files(run) = Dir[Run.directory.join("#{run.id}.*")]

  test "a run in a process of its own ends with its model, and leaves no file" do
    run = intake
    run.in_process
    assert_equal [ "done", 10 ], [ run.reload.state, run.stored_model.model.all(:entity).size ]
    assert_empty files(run)
  end

  test "a process that is killed is told, and so is one that went without a word" do
    run = intake
    waiter = Thread.new { run.in_process }
    sleep 0.02 until run.reload.pid
    Process.kill(:KILL, run.pid)
    waiter.join
    assert_equal [ "failed", Run::LOST ], [ run.reload.state, run.message ]

    silent = Run.create!(kind: "intake", title: "Silent", person: "Ada", state: "working", alive_at: 1.minute.ago)
    assert_equal [ false, true, Run::LOST ], [ silent.unfinished?, silent.failed?, silent.message ]
    assert_predicate Run.create!(kind: "intake", title: "Lively", person: "Ada", state: "working",
                                 alive_at: 1.second.ago), :unfinished?
  end

  # Two at once, from the one that waits; and again when that has gone without a word.
  test "whoever waits for runs is booted once, and anew when it is gone" do
    2.times do
      runs = [ intake("One"), intake("Two") ]
      runs.map { |run| Thread.new { Run.find(run.id).in_process } }.each(&:join)
      assert_equal %w[done done], runs.map { |run| run.reload.state }
      assert_equal 1, waiting.size
      assert_equal 2, StoredModel.ready.map { |stored| stored.model.all(:header).first.id }.uniq.size
      Process.kill(:KILL, waiting.first)
      StoredModel.destroy_all
    end
  end

  test "a run is stopped, with everything that it started" do
    stored = ferries
    design = Kelvath::Starting.design(stored.model, platform: "sqlite", ids: Ids)
    stored.journal.commit(design.change_set, by: "Ada", follow: false)
    table = stored.model.children(design.design_id, :table).first
    endless = Kelvath::Draft.change(stored.model, ids: Ids) do |draft|
      draft.add(:index, parent_id: table.id, name: "endless",
                expression: "ON #{table.name} (1) WHERE 1 LIKE '#{'%a' * 40}'")
    end
    stored.journal.commit(endless, by: "Ada", follow: false)
    run = stored.runs.create!(kind: "proof", design_id: design.design_id, title: "Proof", person: "Ada")
    waiter = Thread.new { Run.find(run.id).in_process }
    sleep 0.02 until run.reload.pid
    run.stop
    waiter.join
    assert_equal "stopped", run.reload.state
    assert_empty files(run)
    assert_empty living_in_group(run.pid)
  end

  test "the model and the run's state are one: a run whose end cannot be written has no model" do
    run = intake
    run.define_singleton_method(:finish) { |*, **| raise SQLite3::FullException, "database or disk is full" }
    run.work
    assert_equal [ "failed", 0 ], [ run.reload.state, StoredModel.ready.count ]
    assert_match(/disk is full/, run.message)
  end

  test "an error text that is not UTF-8 is kept all the same" do
    run = intake
    work = Class.new { def initialize(_) = nil; def call(_) = raise(Kelvath::Error, "bad \xFF byte") }
    stub_const(Run, :WORK, { "intake" => "RunTest::Work" }) { RunTest.const_set(:Work, work); run.work }
    assert_equal [ "failed", "bad ? byte" ], [ run.reload.state, run.message ]
  end

  test "another process that starts touches no run; a server that starts sweeps" do
    working = Run.create!(kind: "intake", title: "A", person: "Ada", state: "working",
                          alive_at: 1.hour.from_now) # however long the other process takes
    waiting = Run.create!(kind: "intake", title: "B", person: "Ada")
    [ working.upload_path, "#{waiting.upload_path}-wal" ].each { |path| File.write(path, "x") }
    system({ "RAILS_ENV" => "test" }, "bin/rails", "runner", "Run.count", exception: true, chdir: Rails.root.to_s)
    assert_equal %w[working waiting], [ working, waiting ].map { |run| run.reload.state }
    Run.tidy
    assert_equal [ "working", "failed" ], [ working, waiting ].map { |run| run.reload.state }
    assert_equal [ [ 1 ], [ 0 ] ], [ working, waiting ].map { |run| [ files(run).size ] }
  end

  private

  # Numbers of the processes that this one has booted, and that wait.
  def waiting
    Dir["/proc/[0-9]*/stat"].filter_map do |path|
      number, parent = File.read(path).match(/\A(\d+) \(.*\) \S+ (\d+)/m).captures.map(&:to_i)
      number if parent == Process.pid && File.read("/proc/#{number}/cmdline").split("\0").last == RunProcess::PROGRAM
    rescue Errno::ENOENT, Errno::ESRCH
      nil
    end
  end

  # The processes of a group that still run. One that was killed keeps its number until its parent, or whoever
  # inherits it, has asked how it ended: it is not counted.
  def living_in_group(group)
    Dir["/proc/[0-9]*/stat"].select do |path|
      state, _, of_group = File.read(path).rpartition(")").last.split
      of_group.to_i == group && state != "Z"
    rescue Errno::ENOENT, Errno::ESRCH
      false
    end
  end

  def stub_const(owner, name, value)
    was = owner.const_get(name)
    silence_warnings { owner.const_set(name, value) }
    yield
  ensure
    silence_warnings { owner.const_set(name, was) }
  end
end
