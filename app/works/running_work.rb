# frozen_string_literal: true

# Runs a design's script on somebody's database, after it was looked at what would happen there.
class RunningWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error for what cannot begin.
  def call(progress)
    unless subject.digest == prepared.result["script"]
      raise Kelvath::Error, "The design has changed since you looked; look again at what would happen."
    end

    connection = Connection.seen_by(@run.person).find(prepared.options.fetch("connection"))
    before, target = ReadState.side(prepared), connection.target(@run.person)
    ScriptRun.new(subject.script, target, before:, after:, at:, safety: @run, by: "#{@run.person} runs “#{@run.title}”")
             .call(progress).merge(place: connection.place)
  end

  private

  # As it was worked out when the database was looked at; nil if it was looked at before that was kept.
  def after = prepared.result["after"] && ReadState.side(prepared, "after")

  # Where it was looked at. Raises Kelvath::Error for what was looked at by an older version.
  def at
    facts = prepared.result["at"] or
      raise Kelvath::Error, "This was looked at before Kelvath noted where; look again at what would happen."
    Place.new(facts)
  end

  def prepared
    @prepared ||= Run.find_by!(id: @run.options.fetch("prepared"), kind: "preparing", state: "done")
  end

  def subject
    @subject ||= begin
      model = @run.stored_model.model
      RunScript.new(@run.stored_model, model, model.fetch(@run.design_id, :design), prepared.options)
    end
  end
end
