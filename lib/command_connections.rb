# frozen_string_literal: true

# What the command line does over connections. Secrets come from the environment (KELVATH_SECRET) or from standard
# input, if they are not kept; who asks is KELVATH_PERSON.
class CommandConnections
  # secret: a callable that answers one, "" for none.
  def initialize(person:, secret:)
    @person = person.presence || ApplicationController::DEFAULT_PERSON
    @secret = secret
  end

  # [[name, platform's key, place, whose], …]
  def list
    Connection.seen_by(@person).map do |each|
      [ each.name, each.platform, each.place, each.shared ? "shared" : each.person ]
    end
  end

  # [Kelvath::Intake::Catalog, its platform's key]. Raises Kelvath::Error.
  def catalog(name, scope)
    connection = Connection.named(name, @person)
    [ Connectors.reach(target(connection)) { |database|
      Kelvath::Intake.catalog(connection.platform, database, scope:)
    }, connection.platform ]
  end

  # Runs what the block answers for a platform's key and a callable that answers the Kelvath::Altering::Side of what is
  # there; database: its name, where anything would be lost; undo: the file
  # that the script which goes back is kept in. Answers what ScriptRun does, and undo. Raises Kelvath::Error.
  def run(name, database: nil, undo: nil)
    connection = Connection.named(name, @person)
    target = target(connection)
    script = yield(connection.platform, -> { ScriptRun.side(target) })
    before, at = ScriptRun.look(target, Kelvath::Running.place(script, Kelvath::Platforms.fetch(connection.platform)))
    foresight = Kelvath::Running::Foresight.new(before, script, ids: Ids)
    refuse_losses(target, foresight, connection) if foresight.destroys? && database != connection.database

    safety = Safety.new(undo || "kelvath-undo-#{Time.now.strftime('%Y%m%d-%H%M%S')}.sql")
    ScriptRun.new(script, target, before:, at:, safety:, after: foresight.after, by: "#{@person} on the command line")
             .call.merge(undo: safety.path)
  end

  # [[which design, counts, trouble or nil], …] of all that came from a connection.
  def drift
    Source.where.not(connection_id: nil).includes(:connection, :stored_model).map do |source|
      what = "#{source.stored_model.name}, #{source.connection.name}"
      [ what, DriftWork.check(source, @person), nil ]
    rescue Kelvath::Error => error
      [ what, {}, error.message ]
    end
  end

  # As ScriptRun wants it: in a file of the person's, with the journal beside it.
  class Safety
    attr_reader :path, :kept, :journal

    def initialize(path)
      @path = path
      @journal = RunJournal.new("#{path}.journal")
    end

    def keep_safety(before, after, **more)
      @kept = Run::Safety::Kept.new(before:, after:, **more)
      File.open(@path, File::WRONLY | File::CREAT | File::EXCL, 0o600) { |file| file.write(yield) && file.fsync }
    end

    def drop_safety
      FileUtils.rm_f(@path)
      @journal.delete
    end
  end

  private

  def refuse_losses(target, foresight, connection)
    lines = Connectors.reach(target) { |database| LossCount.new(database).lines(foresight.losses) }
    told = lines.first(5).join(" ").presence || "it drops what is there."
    raise Kelvath::Error, "Something would be lost there: #{told} " \
                          "Say --database #{connection.database} to run it."
  end

  def target(connection)
    return connection.with(nil) if connection.of_file?

    connection.with(connection.kept_secret || @secret.call)
  end
end
