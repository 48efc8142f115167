# frozen_string_literal: true

# Runs a script on somebody's database: all of it or none of it. Where the platform has transactions for that, in one;
# elsewhere what would go back is kept before the first statement, and a run that fails is cleaned up after.
class ScriptRun
  TRIES = 3 # to reach a server again after a failure
  PAUSE = 2 # seconds between them
  LISTED = 200 # lines that a result holds of anything

  # script: a Kelvath::Ddl::Script; target: a Target; before: the Kelvath::Altering::Side of what is there; safety:
  # keeps (before, after, from a block the text of the undo script) with keep_safety, answers before and after with
  # safety, and forgets them with drop_safety; after: the Side of what would be there, if it is known.
  def initialize(script, target, before:, safety:, after: nil)
    @script, @target, @before, @safety, @after = script, target, before, safety, after
    @times = []
  end

  # Answers what came of it, as a Hash. Raises Kelvath::Error if there is something else now than before.
  def call(progress = Kelvath::Progress.none)
    @started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    refuse_changes
    keep_safe
    failure = attempt(progress)
    failure ? failed(failure, progress) : done(progress)
  end

  # The Kelvath::Altering::Side of what is there; place: the name of another database on that server, which may not be
  # there yet.
  def self.side(target, place = nil)
    catalog = Connectors.reach(target) { |database| catalog(database, target.platform, place) }
    Kelvath::Altering::Side.of_catalog(catalog, target.platform, ids: Ids)
  end

  def self.catalog(database, platform, place)
    return Kelvath::Intake.catalog(platform, database) if place.nil?
    return Kelvath::Intake::Catalog.new(tables: [], views: []) unless database.place?(place)

    database.enter(place)
    alone = Kelvath::Intake::Scope.new(schemas: [ "" ]) # where a schema is a database, others are none of it
    Kelvath::Intake.catalog(platform, database,
                            scope: Kelvath::Platforms.fetch(platform).dialect.schema_is_database? ? alone : nil)
  end

  private

  def foresight = @foresight ||= Kelvath::Running::Foresight.new(@before, @script, ids: Ids, after: @after)

  def place = @place ||= Kelvath::Running.place(@script, Kelvath::Platforms.fetch(@target.platform))

  # A database that the script makes goes as a whole.
  def keep_safe
    fresh = place && Connectors.reach(@target) { |database| place unless database.place?(place) }
    @safety.keep_safety(@before, foresight.after, place:, fresh: !fresh.nil?, whole: foresight.whole?) do
      fresh ? "#{Kelvath::Platforms.fetch(@target.platform).place_dropped(fresh)};\n" : foresight.undo.script.text
    end
  end

  def refuse_changes
    changed = Kelvath::Running.differences(@before, self.class.side(@target, place)).first or return
    raise Kelvath::Error, "The database has changed since you looked (#{changed}); look again at what would happen."
  end

  # Nil, or what went wrong.
  def attempt(progress)
    statements = @script.handed_out
    @foreseeing = Thread.new { foresee }
    Connectors.reach(@target, readonly: false) do |database|
      database.alter if database.respond_to?(:alter) && foresight.own_transaction?
      around(database) { database.run_statements(statements, progress:, times: @times) }
    end
    nil
  rescue StatementFailed, Unreachable => error
    error
  end

  # Worked out while the server is busy: how what would be there differs from what is there.
  def foresee
    Thread.current.report_on_exception = false # whoever asks for it is told
    Thread.current.priority = -3 # answers of the server go first
    Kelvath::Running.differences(@before, foresight.after)
  end

  # [how what is there differs from what was, how it differs from what was foreseen]
  def differences(now)
    foreseen = @foreseeing.value
    return [ foreseen, [] ] if Kelvath::Running.same?(foresight.after, now)

    [ @before, foresight.after ].map { |side| Kelvath::Running.differences(side, now) }
  end

  def around(database, &)
    foresight.whole? && !foresight.own_transaction? ? database.all_or_nothing(&) : yield
  end

  def done(progress)
    progress.step(1, 1, "looking at what was made")
    now = self.class.side(@target, place)
    differences, unforeseen = differences(now)
    @safety.drop_safety
    { **told, clean: true, counts: Kelvath::Running.counts(differences), made: differences.first(LISTED).map(&:to_s),
      unforeseen: unforeseen.first(LISTED).map(&:to_s) }
  end

  def failed(error, progress)
    statement = error.respond_to?(:statement) ? error.statement : nil
    { **told, failed: error.message, sql: statement&.sql, line: statement&.line, element: statement&.element_id,
      **Cleanup.new(@safety, @target, tries: TRIES, pause: PAUSE).call(progress) }
  end

  def told
    { statements: @times.size, of: @script.statements.size, place: @target.title,
      took: (Process.clock_gettime(Process::CLOCK_MONOTONIC) - @started).round(2),
      log: @times.map { |ms, each| { level: "note", line: each.line, object: "#{each.kind} #{each.name}",
                                     message: "#{ms} ms" } } }
  end
end
