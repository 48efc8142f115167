# frozen_string_literal: true

require "core_test_helper"
require "sqlite3"

# A database that holds one of everything its platform has: each thing is in the design, kept as text, or named in
# the log, and the design's script makes the same database again.
class EverythingTest < CoreTest
  DIRECTORY = File.expand_path("everything", __dir__)

  def taken(database)
    Starting.from_catalog("Everything", Intake.catalog("sqlite", ->(sql) { database.execute(sql) }), platform: "sqlite",
                          ids:)
  end

  def made(*scripts)
    SQLite3::Database.new(":memory:", results_as_hash: true).tap do |database|
      scripts.each { |script| database.execute_batch(script) }
    end
  end

  def test_sqlite
    everything = File.read(File.join(DIRECTORY, "sqlite.sql"))
    first = taken(made(everything))
    script = Ddl.script(first.model, first.design_id).text
    golden("sqlite.script.sql", script)
    again = taken(made(script))
    assert_empty Comparison.designs(first.model, first.design_id, again.model, again.design_id)
    assert_equal first.log.map { |note| "#{note.object}: #{note.message}" }.sort,
                 File.readlines(File.join(DIRECTORY, "sqlite.log"), chomp: true)
  end

  private

  # The file as it was agreed upon; WRITE=1 agrees to a new one, which the next commit shows.
  def golden(name, text)
    path = File.join(DIRECTORY, name)
    File.write(path, text) if ENV["WRITE"]
    assert_equal File.read(path), text
  end
end
