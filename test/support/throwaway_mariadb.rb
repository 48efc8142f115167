# frozen_string_literal: true

require "tmpdir"
require "socket"
require_relative "../../lib/engines/mariadb_engine"

# A MariaDB server of Debian's package on a free port of this machine, gone when the block ends.
class ThrowawayMariadb
  Missing = MariadbEngine::Missing

  # Yields the port. Raises Missing if MariaDB is not installed.
  def self.open
    Dir.mktmpdir("kelvath-maria") do |directory|
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      engine = MariadbEngine.new(directory, port)
      engine.start
      yield port
    ensure
      engine&.stop
    end
  end
end
