# frozen_string_literal: true

require "tmpdir"
require "socket"
require "etc"
require "fileutils"
require "timeout"

# A MariaDB server of Debian's package on a free port of this machine, gone when the block ends.
class ThrowawayMariadb
  class Missing < StandardError; end

  SERVER = "/usr/sbin/mariadbd"
  OWNER = "mysql" # the server refuses to run as root

  # Yields the port. Raises Missing if MariaDB is not installed.
  def self.open(&block) = new.open(&block)

  def open
    raise Missing, "MariaDB is not installed; bin/install test installs it." unless File.executable?(SERVER)

    Dir.mktmpdir("kelvath-maria") do |directory|
      start(directory)
      yield @port
    ensure
      stop
    end
  end

  private

  def start(directory)
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    FileUtils.chown(OWNER, nil, directory) if Process.uid.zero?
    data = File.join(directory, "data")
    as_owner = Process.uid.zero? ? [ "--user=#{OWNER}" ] : []
    system("mariadb-install-db", *as_owner, "--no-defaults", "--datadir=#{data}", "--skip-test-db",
           "--auth-root-authentication-method=normal", out: File::NULL, err: File::NULL) ||
      raise("mariadb-install-db failed")
    @process = spawn(SERVER, "--no-defaults", *as_owner, "--datadir=#{data}", "--port=#{@port}",
                     "--bind-address=127.0.0.1", "--socket=#{directory}/socket", "--pid-file=#{directory}/pid",
                     "--character-set-server=utf8mb4",
                     "--innodb-flush-log-at-trx-commit=0", "--skip-grant-tables", "--skip-networking=0",
                     out: "#{directory}/log", err: "#{directory}/log")
    wait
  end

  def wait
    Timeout.timeout(60) do
      TCPSocket.new("127.0.0.1", @port).close
    rescue Errno::ECONNREFUSED
      sleep 0.2
      retry
    end
  end

  def stop
    Process.kill("KILL", @process) && Process.wait(@process) if @process
  end
end
