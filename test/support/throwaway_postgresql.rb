# frozen_string_literal: true

require "tmpdir"
require "socket"
require_relative "../../lib/engines/postgresql_engine"

# A PostgreSQL server of Debian's package on a free port of this machine, gone when the block ends.
class ThrowawayPostgresql
  Missing = PostgresqlEngine::Missing

  # Yields the port, and a directory whose "pier" the server may write into. Raises Missing if PostgreSQL is not
  # installed.
  def self.open
    Dir.mktmpdir("kelvath-pg") do |directory|
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      engine = PostgresqlEngine.new(directory, port)
      engine.start
      pier = File.join(directory, "pier")
      Dir.mkdir(pier)
      FileUtils.chown(PostgresqlEngine::OWNER, nil, pier) if Process.uid.zero?
      yield port, directory
    ensure
      engine.stop if port && PostgresqlEngine.installed?
    end
  end

  def self.binaries = PostgresqlEngine.binaries
end
