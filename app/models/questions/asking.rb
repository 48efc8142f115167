# frozen_string_literal: true

# Asks a model in SQL: in a database in memory that holds what the question names of the model and nothing else, in a
# process of its own that only reads, and is ended when it takes too long or too much.
class Asking
  MOST = 2000 # rows
  WAIT = 10 # seconds
  MEMORY = 1 << 30 # bytes of the process
  Answer = Struct.new(:columns, :rows, :more, :seconds, keyword_init: true)

  # views: as Kelvath::Questions.views answers them. Raises Kelvath::Error with what the engine says.
  def self.answer(views, sql, wait: WAIT)
    raise Kelvath::Error, "Type a question in SQL: SELECT … FROM one of the views." if sql.strip.empty?

    begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    found = SqliteProcess.open(":memory:", readonly: false, wait:, limits: { rlimit_as: MEMORY }) do |process|
      Kelvath::Questions.named(views, sql).each { |view| process.fill(view.name, view.columns.map(&:first), view.rows) }
      process.read(sql, most: MOST)
    end
    Answer.new(columns: found["columns"], rows: found["rows"].map { |row| row.map { |cell| text(cell) } },
               more: found["more"], seconds: Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun)
  rescue SqliteProcess::Refused => error
    raise Kelvath::Error, "It cannot be asked so: #{words(error.message, views, sql)}"
  end

  def self.text(cell) = cell.is_a?(Hash) ? "bytes" : cell

  # The engine's words, with what would be right.
  def self.words(message, views, sql)
    case message
    when /no such table: ([^\s:]+)/ then missing("view", Regexp.last_match(1), views.keys)
    when /no such column: (?:\w+\.)?([^\s:]+)/
      name = Regexp.last_match(1)
      missing("column", name, Kelvath::Questions.named(views, sql).flat_map { |view| view.columns.map(&:first) }.uniq)
    when /not authorized/ then "a question only reads; it cannot change, attach or set anything."
    when /interrupted|ran for more than/ then "it ran for more than #{WAIT} seconds and was stopped."
    else "#{message.lines.first.to_s.strip.delete_suffix(':').sub(/\A./, &:downcase)}."
    end
  end

  def self.missing(what, name, known)
    near = DidYouMean::SpellChecker.new(dictionary: known).correct(name).first
    "there is no #{what} “#{name}”#{near ? "; did you mean “#{near}”?" : '.'}"
  end
  private_class_method :text, :words, :missing
end
