# frozen_string_literal: true

# Makes a database what it was before a run that has failed, and looks whether it is.
class Cleanup
  # run: the Run that failed; target: a Target; platform: its key; tries, pause: how often it is tried to reach the
  # server again, and the seconds between.
  def initialize(run, target, platform, tries: 1, pause: 0)
    @run, @target, @platform = run, target, platform
    @tries, @pause = tries, pause
    @before, @after = run.safety
  end

  # Answers { clean: true or false, cleaned: [SQL, …], left: [lines], trouble: words or nil }.
  def call(progress = Kelvath::Progress.none)
    progress.step(0, 1, "looking at what the run has left")
    ran = []
    left = with_patience { clean(ran) }
    @run.drop_safety if left.empty?
    { clean: left.empty?, cleaned: ran, left: left.first(RunningWork::LISTED), trouble: nil }
  rescue StatementFailed, Kelvath::Error => error
    { clean: false, cleaned: ran.to_a, left: [], trouble: error.message }
  end

  private

  # Runs what goes back; answers what is still other then.
  def clean(ran)
    Connectors.reach(@target, readonly: false) do |database|
      cleaning = cleaning(database)
      return [] if cleaning.clean?

      cleaning.script.handed_out.each do |statement|
        database.run_statements([ statement ])
        ran << statement.sql
      end
      cleaning(database).differences
    end
  end

  def cleaning(database)
    Kelvath::Running::Cleaning.new(@before, @after, Kelvath::Intake.catalog(@platform, database), ids: Ids)
  end

  def with_patience
    tries = 0
    begin
      yield
    rescue Unreachable
      raise if (tries += 1) >= @tries

      sleep @pause
      retry
    end
  end
end
