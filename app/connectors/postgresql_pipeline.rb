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
    statements.each_slice(AT_ONCE).with_index do |list, slice|
      pipeline = new(connection, list)
      list.each_with_index { |statement, index| yield statement, slice * AT_ONCE + index, pipeline }
    ensure
      pipeline&.leave
    end
  end

  # Sends the statements; each answer comes as soon as it is there.
  def initialize(connection, statements)
    @connection = connection
    @connection.enter_pipeline_mode
    statements.each do |statement|
      @connection.send_query_params(statement.sql, [])
      @connection.send_flush_request
    end
    @connection.pipeline_sync
  end

  # What became of the next statement, as a PG::Result. Raises PG::Error.
  def answer
    result = @connection.get_result
    nil while @connection.get_result
    result.check
  end

  # Passes over what has not been answered.
  def leave
    loop do
      result = @connection.get_result
      break if result&.result_status == PG::PGRES_PIPELINE_SYNC || @connection.status != PG::CONNECTION_OK
    end
    @connection.exit_pipeline_mode
  rescue PG::Error
    nil # the line is down
  end
end
