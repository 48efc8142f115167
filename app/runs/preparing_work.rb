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
    before, facts = there(connection, Kelvath::Running.place(subject.script, Kelvath::Platforms.of(model, design)))
    foresight = Kelvath::Running::Foresight.new(before, subject.script, ids: Ids)
    { digest: kept(before), after: kept(foresight.after), told: true, script: subject.digest,
      revision: @run.stored_model.revision, place: connection.place, database: connection.database, facts:,
      statements: subject.script.statements.size,
      counts: foresight.counts, losses: foresight.losses, faults: foresight.faults, destroys: foresight.destroys?,
      whole: foresight.whole?, parted: foresight.parted, **way_back(foresight) }
  end

  private

  # [the Altering::Side of what is there, what the server says of itself]
  def there(connection, place)
    Connectors.reach(connection.target(@run.person)) do |database|
      catalog = ScriptRun.catalog(database, connection.platform, place)
      [ Kelvath::Altering::Side.of_catalog(catalog, connection.platform, ids: Ids), database.facts ]
    end
  end

  def kept(side) = ReadState.keep(side.model.elements.values)

  # What the undo script would do, where there has to be one.
  def way_back(foresight)
    return {} if foresight.whole?

    { undo: foresight.undo.statements.size, not_brought_back: foresight.losses }
  end
end
