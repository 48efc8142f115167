# frozen_string_literal: true

# Runs a script on somebody's database: all of it or none of it. Where the platform has transactions for that, in one;
# elsewhere what would go back is on the disk before the first statement, and a run that fails is cleaned up after.
class RunningWork
  TRIES = 3 # to reach a server again after a failure
  PAUSE = 2 # seconds between them
  LISTED = 200 # lines that a result holds of anything

  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error for what cannot begin.
  def call(progress)
    @progress = progress
    @times = []
    @started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    begin_safely
    failure = attempt
    failure ? failed(failure) : done
  end

  private

  attr_reader :progress

  def prepared = @prepared ||= Run.find_by!(id: @run.options.fetch("prepared"), kind: "preparing", state: "done")
  def connection = @connection ||= Connection.seen_by(@run.person).find(prepared.options.fetch("connection"))
  def target = connection.target(@run.person)
  def before = @before ||= ReadState.side(prepared)
  def foresight = @foresight ||= Kelvath::Running::Foresight.new(before, subject.script, ids: Ids)

  def subject
    @subject ||= begin
      model = @run.stored_model.model
      RunScript.new(@run.stored_model, model, model.fetch(@run.design_id, :design), prepared.options)
    end
  end

  # Nothing has changed since it was looked at, and the way back is on the disk.
  def begin_safely
    unless subject.digest == prepared.result["script"]
      raise Kelvath::Error, "The design has changed since you looked; look again at what would happen."
    end

    changed = Kelvath::Running.differences(before, side(catalog))
    if changed.any?
      raise Kelvath::Error, "The database has changed since you looked (#{changed.first}); look again at what would " \
                            "happen."
    end

    @run.keep_safety(before, foresight.after, foresight.undo.script.text)
  end

  # Nil, or what went wrong.
  def attempt
    statements = subject.script.handed_out
    Connectors.reach(target, readonly: false) do |database|
      database.alter if database.respond_to?(:alter) && subject.own_transaction?
      around(database) { database.run_statements(statements, progress:, times: @times) }
    end
    nil
  rescue StatementFailed, Unreachable => error
    error
  end

  def around(database, &)
    subject.whole? && !subject.own_transaction? ? database.all_or_nothing(&) : yield
  end

  def done
    progress.step(1, 1, "looking at what was made")
    now = side(catalog)
    differences = Kelvath::Running.differences(before, now)
    @run.drop_safety
    { **told, clean: true, counts: Kelvath::Running.counts(differences), made: differences.first(LISTED).map(&:to_s),
      unforeseen: Kelvath::Running.differences(foresight.after, now).first(LISTED).map(&:to_s) }
  end

  def failed(error)
    statement = error.respond_to?(:statement) ? error.statement : nil
    { **told, failed: error.message, sql: statement&.sql, line: statement&.line, element: statement&.element_id,
      **Cleanup.new(@run, target, connection.platform, tries: TRIES, pause: PAUSE).call(progress) }
  end

  def told
    { statements: @times.size, of: subject.script.statements.size, place: connection.place,
      took: (Process.clock_gettime(Process::CLOCK_MONOTONIC) - @started).round(2),
      log: @times.map { |ms, each| { level: "note", line: each.line, object: "#{each.kind} #{each.name}",
                                     message: "#{ms} ms" } } }
  end

  def catalog
    Connectors.reach(target) { |database| Kelvath::Intake.catalog(connection.platform, database) }
  end

  def side(catalog) = Kelvath::Altering::Side.of_catalog(catalog, connection.platform, ids: Ids)
end
