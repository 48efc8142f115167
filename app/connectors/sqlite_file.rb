# frozen_string_literal: true

require_relative "sqlite_process"
require_relative "statement_failed"
require_relative "statement_by_statement"

# An SQLite database file: opened for reading only, or made fresh for a proof run. What stands in it, and what
# is run on it, was written by people, so a process of its own works on it. Plain Ruby, so that the command line
# can use it too.
class SqliteFile
  include StatementByStatement

  REFUSED = [ SqliteProcess::Refused ].freeze
  MAGIC = "SQLite format 3\0".b
  HEADER = 100 # bytes

  def self.platform = "sqlite"

  # Do its first bytes say that it is one?
  def self.mine?(path) = File.binread(path, MAGIC.bytesize) == MAGIC

  # Opens a file for reading; yields the connector. Raises Kelvath::UnreadableFile.
  def self.read(path)
    check(path)
    SqliteProcess.open(path, readonly: true) { |process| yield new(process) }
  rescue SqliteProcess::Refused => error
    raise Kelvath::UnreadableFile,
          "SQLite cannot read this file: #{error.message}. It may be damaged, encrypted or cut off."
  end

  # Opens a file that is somebody's; yields the connector. Raises Kelvath::UnreadableFile.
  def self.reach(path, readonly:)
    check(path) unless File.empty?(path) && !readonly # an empty file is a database without anything in it
    SqliteProcess.open(path, readonly:, limits: { rlimit_fsize: LARGEST }) do |process|
      yield(file = new(process, path))
    ensure
      file&.unlock
    end
  end
  LARGEST = 1 << 40 # bytes that somebody's own file may grow to

  # Makes a new database at a path and yields the connector; the file stays. limits: of SqliteProcess.
  def self.create(path, **limits)
    SqliteProcess.open(path, readonly: false, **limits) { |process| yield new(process) }
  end

  # Is it an SQLite file, and whole? The header tells the page size and the number of pages
  # (https://www.sqlite.org/fileformat2.html, section 1.3).
  def self.check(path)
    size = File.size(path)
    raise Kelvath::UnreadableFile, "This file is empty (0 bytes); an SQLite database file is wanted." if size.zero?

    header = File.binread(path, HEADER)
    unless header.start_with?(MAGIC)
      raise Kelvath::UnreadableFile, "This is not an SQLite database: such a file begins with “SQLite format 3”."
    end

    if header.bytesize < HEADER
      raise Kelvath::UnreadableFile, "This SQLite file is cut off after #{size} bytes, within its header."
    end

    check_length(header, size)
  end

  def self.check_length(header, size)
    page_size = header.byteslice(16, 2).unpack1("n").then { |bytes| bytes == 1 ? 65_536 : bytes }
    pages = header.byteslice(28, 4).unpack1("N")
    counted = header.byteslice(24, 4) == header.byteslice(92, 4) # otherwise an old library wrote it last
    return unless counted && pages * page_size > size

    raise Kelvath::UnreadableFile, "This SQLite file is cut off: its header promises #{pages * page_size} bytes, " \
                                   "there are #{size}. Copy it again."
  end
  private_class_method :check_length

  # path: where the file is, if it is somebody's.
  def initialize(process, path = nil)
    @process = process
    @path = path
  end

  # As PostgresqlServer#identity: the file itself, whatever its name leads to by now.
  def identity
    stat = File.stat(@path)
    { "file" => "#{stat.dev}:#{stat.ino}", "size" => stat.size.to_s }
  end

  # As PostgresqlServer#lock: of the file, by a lock that is not the engine's own; it ends with this process.
  def lock
    @lock = File.open(@path)
    @lock.flock(File::LOCK_EX | File::LOCK_NB) ? nil : "another program on this machine"
  end

  # Lets go of it.
  def unlock = @lock&.close

  # As PostgresqlServer#rows_of.
  def rows_of(result) = result["rows"]

  # Rows of a query as hashes with string keys; it serves as the catalog's query.
  def call(sql, binds = []) = @process.query(sql, binds)

  # One statement of somebody else's.
  def execute(sql) = @process.run(sql)

  # Files are opened for reading only, or not.
  def only_read = nil

  # What it says of itself; see StepCheck.
  def facts
    row = call("SELECT sqlite_version() AS version, " \
               "(SELECT count(*) FROM sqlite_master WHERE type IN ('table', 'view')) AS things").first
    { "version" => row["version"], "user" => "", "role" => "", "database" => "", "encrypted" => false, "makes" => true,
      "rights" => "reads #{row['things']} tables and views" }
  end

  # Whatever the block runs stands as a whole or not at all: what has no end is taken back when its process ends.
  def all_or_nothing
    @process.begin
    yield
    @process.commit
  end

  # Makes ready for scripts that alter, which begin and end their transaction themselves. Foreign keys are kept.
  def alter
    @process.alter
    execute("PRAGMA foreign_keys = ON")
  end

  # Runs the text of a Kelvath::Ddl::Script, statement by statement, in one transaction: all or none. Answers how many
  # there were.
  # Raises StatementFailed.
  def run(script, progress: Kelvath::Progress.none)
    statements = script.handed_out
    @process.begin
    statements.each_with_index do |statement, index|
      progress.step(index, statements.size, "#{statement.kind} #{statement.name}")
      run_one(statement)
    end
    @process.commit
    statements.size
  end
end
