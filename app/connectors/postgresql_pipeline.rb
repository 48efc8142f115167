# frozen_string_literal: true

require "pg"

# Statements on their way to a PostgreSQL server that does not wait for each answer to be read (libpq's pipeline mode):
# a script of thousands takes about half the time. A statement that fails takes those behind it with it, so this is for
# statements of one transaction. Plain Ruby.
class PostgresqlPipeline
  AT_ONCE = 100 # statements under way

  # Yields each statement and its place, in a pipeline whose #answer is to be asked for once for each. Whatever the
  # block raises, the connection is as before.
  def self.each(connection, statements)
    pipeline = new(connection, statements)
    statements.each_with_index { |statement, index| yield statement, index, pipeline }
  ensure
    pipeline&.leave
  end

  # Sends the first statements.
  def initialize(connection, statements)
    @connection, @statements = connection, statements
    @sent, @answered = 0, 0
    @connection.enter_pipeline_mode
    send_more
  end

  # What became of the next statement, as soon as the server says it: a PG::Result. Raises PG::Error.
  def answer
    result = @connection.get_result
    nil while @connection.get_result
    result.check
    @answered += 1
    send_more if @sent - @answered <= AT_ONCE / 2 # the server always has something to do
    result
  end

  # Passes over what has not been answered.
  def leave
    @connection.pipeline_sync
    loop do
      result = @connection.get_result
      break if result&.result_status == PG::PGRES_PIPELINE_SYNC || @connection.status != PG::CONNECTION_OK
    end
    @connection.exit_pipeline_mode
  rescue PG::Error
    nil # the line is down
  end

  private

  def send_more
    @statements[@sent, AT_ONCE - (@sent - @answered)].each do |statement|
      @connection.send_query_params(statement.sql, [])
      @connection.send_flush_request
      @sent += 1
    end
  end
end
