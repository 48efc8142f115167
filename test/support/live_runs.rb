# frozen_string_literal: true

# Runs of a script on a LiveDatabases::Live, as one of its own run of the application does.
module LiveRuns
  # Kelvath's own process dies: what no rescue of ours catches.
  class Killed < Exception; end # rubocop:disable Lint/InheritException

  private

  # A Run that keeps what is needed to go back; the latest one is @run.
  def noted
    @run = Run.create!(kind: "running", title: "Office", person: "Guest", state: "working", alive_at: Time.current)
  end

  def script(sqls)
    statements = sqls.map { |sql| Kelvath::Ddl::Statement.new("by hand", "", "#{sql};") }
    Kelvath::Ddl::Script.new(heading: [], statements:)
  end

  # A ScriptRun of statements, of what is there by now.
  def script_run(live, sqls)
    before, at = ScriptRun.look(live.target)
    ScriptRun.new(script(sqls), live.target, before:, at:, safety: noted)
  end

  # Yields with the journal interrupted: at its nth writing of that sort (:begun, :done) the process dies, n being what
  # counts answers true for. Answers whether it came to that.
  def dying(method, counts)
    writing = RunJournal.instance_method(method)
    RunJournal.define_method(method) do |*given|
      writing.bind_call(self, *given)
      raise Killed if counts.call(*given)
    end
    yield
    false
  rescue Killed
    @run.fail_with(Run::LOST)
    @run = Run.find(@run.id)
    true
  ensure
    RunJournal.define_method(method, writing)
  end
end
