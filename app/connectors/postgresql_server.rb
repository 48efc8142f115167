# frozen_string_literal: true

require "pg"

# A PostgreSQL database over the network. Plain Ruby.
class PostgresqlServer
  # options: as PG.connect takes them (host:, port:, dbname:, user:). Yields the connector.
  def self.open(**options)
    connection = PG.connect(connect_timeout: 5, **options)
    yield new(connection)
  rescue PG::ConnectionBad => error
    raise Kelvath::Error, "The PostgreSQL server cannot be reached: #{error.message.strip}"
  ensure
    connection&.close
  end

  def initialize(connection)
    @connection = connection
  end

  # Rows of a query as hashes with string keys.
  def call(sql, binds = []) = @connection.exec_params(sql, binds).to_a

  # Runs a text of several statements.
  def script(sql) = @connection.exec(sql)

  # Runs the statements of a Kelvath::Ddl::Script in one transaction: all or none.
  def run(script)
    @connection.transaction { script.statements.each { |statement| @connection.exec(statement.sql) } }
    script.statements.size
  end
end
