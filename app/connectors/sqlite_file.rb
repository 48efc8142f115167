# frozen_string_literal: true

require "sqlite3"

# An SQLite database file: opened for reading only, or made fresh for a proof run. Plain Ruby, so
# that the command line can use it too.
class SqliteFile
  MAGIC = "SQLite format 3\0".b
  HEADER = 100 # bytes

  # A statement of a script that the engine refused: which, and why.
  class Failed < Kelvath::Error
    attr_reader :statement

    def initialize(message, statement:)
      super(message)
      @statement = statement
    end
  end

  # Opens a file for reading; yields the connector. Raises Kelvath::UnreadableFile.
  def self.read(path)
    check(path)
    database = SQLite3::Database.new(path.to_s, readonly: true, results_as_hash: true)
    database.execute("PRAGMA trusted_schema = OFF")
    yield new(database)
  rescue SQLite3::Exception => error
    raise Kelvath::UnreadableFile, "SQLite cannot read this file: #{error.message}. It may be damaged, encrypted or cut off."
  ensure
    database&.close
  end

  # Makes a new database at a path and yields the connector; the file stays.
  def self.create(path)
    database = SQLite3::Database.new(path.to_s, results_as_hash: true)
    database.authorizer = Guard.new
    yield new(database)
  ensure
    database&.close
  end

  # Is it an SQLite file, and whole? The header tells the page size and the number of pages
  # (https://www.sqlite.org/fileformat2.html, section 1.3).
  def self.check(path)
    size = File.size(path)
    raise Kelvath::UnreadableFile, "This file is empty (0 bytes); an SQLite database file is wanted." if size.zero?

    header = File.binread(path, HEADER)
    raise Kelvath::UnreadableFile, "This is not an SQLite database: such a file begins with “SQLite format 3”." unless header.start_with?(MAGIC)
    raise Kelvath::UnreadableFile, "This SQLite file is cut off after #{size} bytes, within its header." if header.bytesize < HEADER

    check_length(header, size)
  end

  def self.check_length(header, size)
    page_size = header.byteslice(16, 2).unpack1("n").then { |bytes| bytes == 1 ? 65_536 : bytes }
    pages = header.byteslice(28, 4).unpack1("N")
    counted = header.byteslice(24, 4) == header.byteslice(92, 4) # otherwise an old library wrote it last
    return unless counted && pages * page_size > size

    raise Kelvath::UnreadableFile, "This SQLite file is cut off: its header promises #{pages * page_size} bytes, there are #{size}. Copy it again."
  end
  private_class_method :check_length

  def initialize(database)
    @database = database
  end

  # Rows of a query as hashes with string keys; it serves as the catalog's query.
  def call(sql, binds = []) = @database.execute(sql, binds)

  # Runs the statements of a Kelvath::Ddl::Script in one transaction: all or none.
  # Raises Failed with the statement.
  def run(script, progress: Kelvath::Progress.none)
    @database.transaction do
      script.statements.each_with_index do |statement, index|
        progress.step(index, script.statements.size, "#{statement.kind} #{statement.name}")
        run_one(statement)
      end
    end
    script.statements.size
  end

  private

  def run_one(statement)
    @database.execute_batch("#{statement.sql};")
  rescue SQLite3::Exception => error
    raise Failed.new("Line #{statement.line}, #{statement.kind} #{statement.name}: #{error.message}.", statement:)
  end

  # Scripts may not reach any other file.
  class Guard
    DENIED = [ 24, 25 ].freeze # SQLITE_ATTACH, SQLITE_DETACH

    def call(action, *) = !DENIED.include?(action)
  end
end
