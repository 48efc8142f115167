# frozen_string_literal: true

# Makes a database what it was before a run that has failed, and looks whether it is.
class Cleanup
  ROUNDS, REST = 3, 1 # looks at what is left, and seconds between

  # safety: of the run that failed, as ScriptRun has it; target: a Target; tries, pause: how often it is tried to reach
  # the server again, and the seconds between.
  def initialize(safety, target, tries: 1, pause: 0)
    @safety, @target = safety, target
    @tries, @pause = tries, pause
    @before, @after, @place, @fresh = safety.safety
  end

  # Answers { clean: true or false, cleaned: [SQL, …], left: [lines], trouble: words or nil }.
  def call(progress = Kelvath::Progress.none)
    progress.step(0, 1, "looking at what the run has left")
    ran = []
    left = with_patience { clean(ran) }
    # A server may still have been at the last statement of a program that was killed, and have ended it by now.
    (ROUNDS - 1).times do
      break if left.empty?

      sleep REST
      left = with_patience { clean(ran) }
    end
    @safety.drop_safety if left.empty?
    { clean: left.empty?, cleaned: ran, left: left.first(ScriptRun::LISTED), trouble: nil }
  rescue StatementFailed, Kelvath::Error => error
    { clean: false, cleaned: ran.to_a, left: [], trouble: error.message }
  end

  private

  # Runs what goes back; answers what is still other then.
  def clean(ran)
    Connectors.reach(@target, readonly: false) do |database|
      return remove_place(database, ran) if @fresh

      cleaning = cleaning(database)
      return [] if cleaning.clean?

      database.alter if database.respond_to?(:alter)
      cleaning.script.handed_out.each do |statement|
        database.run_statements([ statement ])
        ran << statement.sql
      end
      cleaning(database).differences
    end
  end

  def cleaning(database)
    Kelvath::Running::Cleaning.new(@before, @after, ScriptRun.catalog(database, @target.platform, @place), ids: Ids)
  end

  # The database that the script had made.
  def remove_place(database, ran)
    return [] unless database.place?(@place)

    database.remove_place(@place)
    ran << "DROP DATABASE #{@place}"
    database.place?(@place) ? [ "database #{@place} is there" ] : []
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
