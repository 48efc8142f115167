# frozen_string_literal: true

require "trilogy"
require "securerandom"
require_relative "statement_by_statement"

# A MariaDB or MySQL database over the network. Plain Ruby.
class MariadbServer
  include StatementByStatement

  REFUSED = [ Trilogy::Error ].freeze
  LONGEST = 60 # seconds that reading one thing may take

  def self.platform = "mariadb"

  # As PostgresqlServer.throwaway.
  def self.throwaway(port)
    name = "kelvath_proof_#{SecureRandom.hex(6)}"
    open(host: "127.0.0.1", port:, username: "root") do |server|
      server.call("CREATE DATABASE #{name} CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci")
      server.call("USE #{name}")
      yield server
    ensure
      server.call("DROP DATABASE IF EXISTS #{name}")
    end
  end

  # As PostgresqlServer.reach.
  def self.reach(host:, port:, database:, user:, password:)
    open(host:, port: Integer(port), database:, username: user, password:) do |server|
      server.call("SET SESSION TRANSACTION READ ONLY")
      server.call("SET SESSION max_statement_time = #{LONGEST}")
      yield server
    end
  rescue Trilogy::Error => error
    raise Kelvath::Error, "MariaDB said: #{error.message.lines.first.strip}"
  end

  # options: as Trilogy.new takes them (host:, port:, database:, username:, password:). Yields the connector.
  def self.open(**options)
    connection = Trilogy.new(connect_timeout: 5, **options)
    yield new(connection)
  rescue Trilogy::ConnectionError => error
    raise Kelvath::Error, "The server cannot be reached: #{error.message.strip}"
  ensure
    connection&.close
  end

  def initialize(connection)
    @connection = connection
  end

  # Rows of a query as hashes with string keys.
  def call(sql) = @connection.query(sql).each_hash.to_a

  # One statement of somebody else's.
  def execute(sql) = @connection.query(sql)

  # Runs the statements of a Kelvath::Ddl::Script one after the other; each stands as soon as it has run.
  def run(script)
    script.statements.each { |statement| @connection.query(statement.sql) }
    script.statements.size
  end
end
