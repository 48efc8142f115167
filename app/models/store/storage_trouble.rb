# frozen_string_literal: true

# What is wrong with the place where models are kept, in words.
module StorageTrouble
  WORDS = {
    SQLite3::FullException => "The disk is full, so this was not kept. Make room on it and try again.",
    SQLite3::ReadOnlyException => "The database can only be read at the moment, so this was not kept. Its file and " \
                                  "folder must be writable for the server.",
    SQLite3::BusyException =>
      "The database is locked by another program, so this was not kept yet. Try again in a moment.",
    SQLite3::LockedException =>
      "The database is locked by another program, so this was not kept yet. Try again in a moment.",
    SQLite3::CantOpenException =>
      "The database cannot be opened. Its file and folder must be there, and readable and writable for the server.",
    SQLite3::IOException => "The disk does not read or write as it should, so this was not kept.",
    SQLite3::CorruptException => "The database file is damaged. Put a copy of it in its place, and look at the disk.",
    SQLite3::NotADatabaseException =>
      "The database file is damaged. Put a copy of it in its place, and look at the disk.",
    Errno::ENOSPC => "The disk is full, so this was not kept. Make room on it and try again.",
    Errno::EROFS => "The disk can only be read at the moment, so this was not kept.",
    Errno::EACCES => "The server may not write to its own folder, so this was not kept."
  }.freeze

  module_function

  # A sentence, or nil for any other error. What the engine said may lie beneath what Active Record says.
  def words(error)
    while error
      found = WORDS.find { |type, _| error.is_a?(type) }
      return found.last if found

      error = error.cause
    end
  end
end
