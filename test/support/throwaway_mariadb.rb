# frozen_string_literal: true

require "tmpdir"
require "socket"
require_relative "../../lib/engines/mariadb_engine"

# A MariaDB server of Debian's package on a free port of this machine, gone when the block ends.
class ThrowawayMariadb
  Missing = MariadbEngine::Missing

  MEMORY = "/dev/shm" # it waits for the disk at each statement that makes something, and nothing here is to last
  ROOM = 1_000_000 # kilobytes

  # Where directories of such servers are made.
  def self.place
    room = IO.popen([ "df", "--output=avail", MEMORY ], err: File::NULL, &:read).to_s[/\d+/].to_i
    room > ROOM && File.writable?(MEMORY) ? MEMORY : Dir.tmpdir
  end

  # Yields the port. Raises Missing if MariaDB is not installed.
  def self.open
    Dir.mktmpdir("kelvath-maria", place) do |directory|
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      engine = MariadbEngine.new(directory, port)
      engine.start
      yield port
    ensure
      engine&.stop
    end
  end
end
