# frozen_string_literal: true

# Takes back what a run that has failed, or was killed, has left in a database: what its journal says that it has done,
# nothing else, and no rows but its own unless somebody has agreed to that.
class Cleanup
  ROUNDS, REST = 3, 1 # looks at what is left, and seconds between
  SESSION = 30 # seconds that the session of the run may take to end at the server

  # safety: of the run that failed, as ScriptRun has it; target: a Target; tries, pause: how often it is tried to reach
  # the server again, and the seconds between; at_once: does the run itself do it, so that nobody can have come between?
  # agreed: the digest of the losses that somebody has agreed to; later: words about a run that came after it, or nil.
  def initialize(safety, target, tries: 1, pause: 0, at_once: false, agreed: nil, later: nil)
    @safety, @target = safety, target
    @tries, @pause = tries, pause
    @at_once, @agreed, @later = at_once, agreed, later
    @kept = safety.kept
  end

  # Answers { clean: is it as it was? cleaned: [SQL, …], left: [lines], lost: [lines] of what cannot be brought back,
  # stands: has all of the run come to its end? asks: [lines] of losses to agree to first, or nil; agreeing: their
  # digest; trouble: words or nil }.
  def call(progress = Kelvath::Progress.none)
    progress.step(0, 1, "looking at what the run has left")
    @ran = []
    result = with_patience { round }
    # A server may still have been at the last statement of a program that was killed, and have ended it by now.
    (ROUNDS - 1).times do
      break if result[:clean] || result[:asks] || result[:trouble]

      sleep REST
      result = with_patience { round }
    end
    @safety.drop_safety if result[:clean]
    answer(**result)
  rescue StatementFailed, Kelvath::Error => error
    answer(trouble: error.message)
  end

  private

  def answer(**result)
    { clean: false, cleaned: @ran.to_a, left: [], lost: [], stands: false, asks: nil, agreeing: nil, trouble: nil,
      **result }
  end

  def round
    Connectors.reach(@target, readonly: false) do |database|
      check(database)
      next fresh(database) if @kept.fresh
      next whole(way_back(database, [ "", text(@kept.sqls) ])) if @kept.whole

      as_before(go_back(database))
    end
  end

  # Is it the same place still, and has the session of the run ended?
  def check(database)
    other = Place.of(@target, database).other_than(@kept.at, size: false)
    raise Kelvath::Error, "This leads to #{other} now than the one that the run was on; nothing was touched." if other

    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SESSION
    while (holder = database.lock)
      raise Kelvath::Error, RunLock.taken(holder) if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

      sleep 0.2
    end
  end

  # The database has taken back all of it, or has all of it: there is nothing to do, and nothing is done.
  def whole(way)
    return { left: [ ROWS_ALONE ] } unless @at_once || way.telling?

    { clean: true, stands: !way.told.empty? }
  end
  ROWS_ALONE = "It changed rows alone, and all of it or nothing: the catalog does not tell which. Look at the rows."

  def go_back(database)
    texts = @safety.journal.texts(platform)
    way = way_back(database, texts.keys)
    @safety.journal.stand(texts.fetch(way.told))
    lost = lost(way)
    return { clean: true, lost: } if way.clean?

    refused = [ *@later, *way.refusals ]
    return { left: refused.first(ScriptRun::LISTED), lost: } if refused.any?

    asks = losses(database, way)
    agreeing = Digest::SHA256.hexdigest(asks.join("\n"))
    return { asks:, agreeing:, lost: } if asks.any? && agreeing != @agreed

    run(database, way)
    left = way_back(database, @safety.journal.texts(platform).keys.first)
    { clean: left.clean?, left: [ *left.refusals, *left.left ].first(ScriptRun::LISTED), lost: }
  end

  # Nobody can have come between: whatever is other than before is this run's, though Kelvath could not read it.
  def as_before(result)
    return result unless @at_once && result[:clean] && !result[:stands]

    now = Kelvath::Altering::Side.of_catalog(@looked, @target.platform, ids: Ids)
    other = Kelvath::Running.differences(@kept.before, now).first(ScriptRun::LISTED)
    other.empty? ? result : { **result, clean: false, left: other.map(&:to_s) }
  end

  # What cannot be brought back, as lines.
  def lost(way)
    [ *way.not_brought_back, *way.written_over(@safety.journal.entries.map { |each| [ each.sql, each.rows ] }) ]
  end

  def run(database, way)
    database.alter if database.respond_to?(:alter)
    way.script.handed_out.each do |statement|
      database.run_statements([ statement ], journal: @safety.journal)
      @ran << statement.sql
    end
  end

  # [line, …] of what would go and is not the run's own.
  def losses(database, way)
    counted = LossCount.new(database)
    way.losses.flat_map do |loss|
      count = counted.of(loss)
      (count.nil? ? fits?(loss) : count <= own(way, loss)) ? [] : counted.lines([ loss ])
    end
  end

  # Values that stood in the type that comes back fit it, where nobody can have written others since.
  def fits?(loss) = @at_once && loss.kind == :narrowed

  # How many rows of what would go are the run's: none, if it has taken anything away that they may be all that is left
  # of.
  def own(way, loss)
    return 0 if lost(way).any?

    element = way.model[loss.element_id]
    return @safety.journal.rows_into(element.name) if element&.kind == :table

    @at_once && !@kept.before.model.key?(loss.element_id) ? Float::INFINITY : 0 # values that the run has given
  end

  # The database that the script had made.
  def fresh(database)
    return { clean: true } unless database.place?(@kept.place)

    texts = @safety.journal.texts(platform)
    way = way_back(database, texts.keys)
    return { left: way.refusals } if way.refusals.any?

    asks = losses(database, way)
    agreeing = Digest::SHA256.hexdigest(asks.join("\n"))
    return { asks:, agreeing: } if asks.any? && agreeing != @agreed

    database.remove_place(@kept.place)
    @ran << "DROP DATABASE #{@kept.place}"
    database.place?(@kept.place) ? { left: [ "database #{@kept.place} is there" ] } : { clean: true }
  end

  def platform = @platform ||= Kelvath::Platforms.fetch(@target.platform)
  def text(sqls) = Kelvath::Running.text(sqls, platform)

  def way_back(database, ran)
    @looked = ScriptRun.catalog(database, @target.platform, @kept.place)
    Kelvath::Running::WayBack.new(@kept.before, ran, @looked, ids: Ids)
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
