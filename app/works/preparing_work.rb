# frozen_string_literal: true

# Looks at a database that a script is to be run on: what would happen there.
class PreparingWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(_progress)
    model = @run.stored_model.model
    design = model.fetch(@run.design_id, :design)
    subject = RunScript.new(@run.stored_model, model, design, @run.options)
    connection = Connection.seen_by(@run.person).find(@run.options.fetch("connection"))
    looked = look(connection, subject.script,
Kelvath::Running.place(subject.script, Kelvath::Platforms.of(model, design)))
    foresight = looked.delete(:foresight)
    { told: true, script: subject.digest, revision: @run.stored_model.revision, place: connection.place,
      database: connection.database, statements: subject.script.statements.size, counts: foresight.counts,
      faults: foresight.faults, destroys: foresight.destroys?, whole: foresight.whole?, parted: foresight.parted,
      **looked, **way_back(foresight) }
  end

  private

  # In one session: where it is, what is there, what the server says of itself, and how many rows would be lost, now.
  def look(connection, script, place)
    Connectors.reach(connection.target(@run.person)) do |database|
      at = Place.of(connection.target(@run.person), database)
      facts = database.facts
      before = Kelvath::Altering::Side.of_catalog(ScriptRun.catalog(database, connection.platform, place),
                                                  connection.platform, ids: Ids)
      foresight = Kelvath::Running::Foresight.new(before, script, ids: Ids)
      counted = LossCount.new(database)
      { foresight:, digest: kept(before), after: kept(foresight.after), at: at.facts, facts:,
        losses: counted.lines(foresight.losses), stops: counted.lines(foresight.stops, all: false) }
    end
  end

  def kept(side) = ReadState.keep(side.model.elements.values)

  # What the undo script would do, where there has to be one.
  def way_back(foresight)
    return {} if foresight.whole?

    { undo: foresight.undo.statements.size, not_brought_back: foresight.losses.map(&:words) }
  end
end
