# frozen_string_literal: true

require "pg"
require "securerandom"
require_relative "statement_by_statement"

# A PostgreSQL database over the network. Plain Ruby.
class PostgresqlServer
  include StatementByStatement

  REFUSED = [ PG::Error ].freeze
  LONGEST = 60 # seconds that reading one thing may take

  def self.platform = "postgresql"

  # Yields the connector of a new database on a server of this machine, which is gone after.
  def self.throwaway(port)
    name = "kelvath_proof_#{SecureRandom.hex(6)}"
    at = { host: "127.0.0.1", port:, user: "kelvath" }
    open(**at, dbname: "postgres") { |server| server.call("CREATE DATABASE #{name}") }
    open(**at, dbname: name) do |server|
      server.script("SET client_min_messages = error")
      yield server
    end
  ensure
    open(**at, dbname: "postgres") { |server| server.call("DROP DATABASE IF EXISTS #{name} WITH (FORCE)") }
  end

  # Yields the connector of somebody's database, which is only read, each statement for a while at most. Raises
  # Kelvath::Error.
  def self.reach(host:, port:, database:, user:, password:)
    open(host:, port:, dbname: database, user:, password:) do |server|
      server.script("SET default_transaction_read_only = on; SET statement_timeout = #{LONGEST * 1000}")
      yield server
    end
  rescue PG::Error => error
    raise Kelvath::Error, "PostgreSQL said: #{error.message.lines.first.strip}"
  end

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

  # One statement of somebody else's.
  def execute(sql) = @connection.exec(sql)

  # Runs the statements of a Kelvath::Ddl::Script in one transaction: all or none.
  def run(script)
    @connection.transaction { script.statements.each { |statement| @connection.exec(statement.sql) } }
    script.statements.size
  end
end
