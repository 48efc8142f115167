# frozen_string_literal: true

require "fileutils"
require "socket"
require_relative "engines/postgresql_engine"
require_relative "engines/mariadb_engine"

# Real engines on this machine that are there for proof runs only: under tmp/, on loopback, as an unprivileged user. A
# person sets them up once with bin/proof-servers. Plain Ruby.
module ProofServers
  ENGINES = [ PostgresqlEngine, MariadbEngine ].to_h { |engine| [ engine::PLATFORM, engine ] }.freeze
  DIRECTORY = ENV.fetch("KELVATH_PROOF_SERVERS") { File.expand_path("../tmp/proof-servers", __dir__) }

  module_function

  # Can there be a server for that platform?
  def known?(platform) = ENGINES.key?(platform)

  # The port of a platform's server that is running, or nil.
  def port(platform)
    port = Integer(File.read(port_file(platform)))
    TCPSocket.new("127.0.0.1", port).close
    port
  rescue SystemCallError, ArgumentError
    nil
  end

  # Starts the server of a platform unless it is running; answers its port. Raises Missing of its engine.
  def start(platform)
    port(platform) || begin
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      FileUtils.mkdir_p(DIRECTORY)
      FileUtils.chmod(0o755, DIRECTORY) # the servers run as users of their own
      ENGINES.fetch(platform).new(File.join(DIRECTORY, platform), port).start
      File.write(port_file(platform), port)
      port
    end
  end

  # Stops it, if it is running.
  def stop(platform)
    port = port(platform) or return
    ENGINES.fetch(platform).new(File.join(DIRECTORY, platform), port).stop
    FileUtils.rm_f(port_file(platform))
  end

  def port_file(platform) = File.join(DIRECTORY, "#{platform}.port")
end
