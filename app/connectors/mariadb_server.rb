# frozen_string_literal: true

require "trilogy"

# A MariaDB or MySQL database over the network. Plain Ruby.
class MariadbServer
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

  # Runs the statements of a Kelvath::Ddl::Script one after the other; each stands as soon as it has run.
  def run(script)
    script.statements.each { |statement| @connection.query(statement.sql) }
    script.statements.size
  end
end
