# frozen_string_literal: true

# Runs a script on somebody's database: all of it or none of it. Where the platform has transactions for that, in one;
# elsewhere each statement is written into a journal before it is sent, and a run that fails takes back what has run. It
# belongs to the place that was looked at, and to what was there.
class ScriptRun
  TRIES = 3 # to reach a server again after a failure
  PAUSE = 2 # seconds between them
  LISTED = 200 # lines that a result holds of anything

  # script: a Kelvath::Ddl::Script; target: a Target; before: the Kelvath::Altering::Side of what is there; at: the
  # Place where that was looked at, nil if it is looked at now; safety: keeps what is needed to go back with keep_safety
  # and answers it with kept, has a journal, and forgets all with drop_safety; after: the Side of what would be there,
  # if it is known; by: who runs it, in words.
  def initialize(script, target, before:, safety:, at: nil, after: nil, by: "Kelvath")
    @script, @target, @before, @safety, @after, @at, @by = script, target, before, safety, after, at, by
    @times = []
  end

  # Answers what came of it, as a Hash. Raises Kelvath::Error if it is another place, something else is there now than
  # before, or something else runs there.
  def call(progress = Kelvath::Progress.none)
    @started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    RunLock.hold(Connectors.reach(@target) { |database| same_place(database) }, by: @by) do
      failure = attempt(progress)
      failure ? failed(failure, progress) : done(progress)
    end
  end

  # [the Kelvath::Altering::Side of what is there, the Place]; place: the name of another database on that server, which
  # may not be there yet.
  def self.look(target, place = nil)
    Connectors.reach(target) do |database|
      at = Place.of(target, database)
      [ Kelvath::Altering::Side.of_catalog(catalog(database, target.platform, place), target.platform, ids: Ids), at ]
    end
  end

  # The Side alone.
  def self.side(target, place = nil) = look(target, place).first

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

  # Is it the place that was looked at? Answers it.
  def same_place(database)
    Place.of(@target, database).tap do |now|
      other = now.other_than(@at) if @at
      raise Kelvath::Error, "That leads to #{other} than the one that was looked at; look again at what would happen " \
                            "there." if other
    end
  end

  # A database that the script makes goes as a whole.
  def keep_safe(database, at)
    fresh = place && !database.place?(place)
    @safety.keep_safety(@before, foresight.after, place:, fresh: fresh || false, whole: foresight.whole?, at:,
                                                  sqls: @script.handed_out.map(&:sql)) do
      fresh ? "#{Kelvath::Platforms.fetch(@target.platform).place_dropped(place)};\n" : foresight.undo.script.text
    end
    @safe = true
  end

  def refuse_changes(database)
    now = Kelvath::Altering::Side.of_catalog(self.class.catalog(database, @target.platform, place), @target.platform,
                                             ids: Ids)
    return if Kelvath::Running.same?(@before, now)

    changed = Kelvath::Running.differences(@before, now).first || "what it refers to is other"
    raise Kelvath::Error, "The database has changed since you looked (#{changed}); look again at what would happen."
  end

  # Nil, or what went wrong. All of it in one session: who looks, who has the lock, and who writes is the same.
  def attempt(progress)
    statements = @script.handed_out
    Connectors.reach(@target, readonly: false) do |database|
      at = same_place(database)
      holder = database.lock and raise Kelvath::Error, RunLock.taken(holder)
      refuse_changes(database)
      keep_safe(database, at)
      @foreseeing = Thread.new { foresee }
      database.alter if database.respond_to?(:alter) && foresight.own_transaction?
      around(database) do
        database.run_statements(statements, progress:, times: @times, journal: foresight.whole? ? nil : @safety.journal)
      end
    end
    nil
  rescue StatementFailed, Unreachable => error
    @safe ? error : raise
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
    counts = unforeseen.empty? ? foresight.counts :
                                 Kelvath::Running.counts(Kelvath::Altering.between(@before, now).changes)
    { **told, clean: true, counts:, made: differences.first(LISTED).map(&:to_s),
      unforeseen: unforeseen.first(LISTED).map(&:to_s) }
  end

  def failed(error, progress)
    statement = error.respond_to?(:statement) ? error.statement : nil
    { **told, failed: error.message, sql: statement&.sql, line: statement&.line, element: statement&.element_id,
      **Cleanup.new(@safety, @target, tries: TRIES, pause: PAUSE, at_once: true).call(progress) }
  end

  def told
    { statements: @times.size, of: @script.statements.size, place: @target.title,
      took: (Process.clock_gettime(Process::CLOCK_MONOTONIC) - @started).round(2),
      log: @times.map { |ms, each| { level: "note", line: each.line, object: "#{each.kind} #{each.name}",
                                     message: "#{ms} ms" } } }
  end
end
