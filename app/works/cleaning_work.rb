# frozen_string_literal: true

# Cleans up after a run whose end nobody saw, or whose server was away: when somebody asks for it.
class CleaningWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result; the run that is cleaned up after gets it, too. Raises Kelvath::Error.
  def call(progress)
    unclean = Run.find_by!(id: @run.options.fetch("run"), kind: "running")
    prepared = Run.find(unclean.options.fetch("prepared"))
    target = Connection.seen_by(@run.person).find(prepared.options.fetch("connection")).target(@run.person)
    cleanup = Cleanup.new(unclean, target, tries: ScriptRun::TRIES, pause: ScriptRun::PAUSE,
                                           agreed: @run.options["agreed"], later: unclean.later_words)
    result = RunLock.hold(unclean.kept.at, by: "#{@run.person} cleans up") { cleanup.call(progress) }
    unclean.update!(result: unclean.result.to_h.merge(result.stringify_keys)) # one key of each name
    result
  end
end
