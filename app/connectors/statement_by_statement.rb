# frozen_string_literal: true

require_relative "statement_failed"

# Runs a script one statement after the other, and says which one the server refused. Who includes it answers
# #execute(sql), and REFUSED, the errors of its library.
module StatementByStatement
  # Runs the text of a Kelvath::Ddl::Script as whoever is handed it would. times: gets [ms, Statement] of each. Answers
  # how many there were. Raises StatementFailed.
  def run_handed_out(script, progress: Kelvath::Progress.none, times: [])
    statements = script.handed_out
    run_statements(statements, progress:, times:)
    statements.size
  end

  # Runs some of its statements; journal: a RunJournal that is told of each before it runs, and after. Raises
  # StatementFailed.
  def run_statements(statements, progress: Kelvath::Progress.none, times: [], journal: nil)
    in_turn(statements) do |statement, index, *under_way|
      progress.step(index, statements.size, "#{statement.kind} #{statement.name}")
      journal&.begun(statement.sql)
      result = nil
      times << [ timed { result = run_one(statement, *under_way) }, statement ]
      journal&.done(rows_of(result))
    end
  end

  # What a query counts.
  def counted(sql) = call(sql).first.values.first.to_i

  private

  # Yields each statement and its place, and what has sent it already, if anything has: that answers #answer.
  def in_turn(statements, &) = statements.each_with_index(&)

  def timed
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000).round(1)
  end

  def run_one(statement, under_way = nil)
    under_way ? under_way.answer : execute(statement.sql)
  rescue *self.class::REFUSED => error
    words = error.message.dup.force_encoding(Encoding::UTF_8).scrub("?").lines.first.to_s.strip.delete_suffix(":")
    raise StatementFailed.new("Line #{statement.line}, #{statement.kind} #{statement.name}: #{words}.", statement:)
  end
end
