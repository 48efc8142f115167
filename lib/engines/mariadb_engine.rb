# frozen_string_literal: true

require "fileutils"
require "socket"
require "timeout"

# A MariaDB server of Debian's package in a directory of its own, on loopback. Plain Ruby.
class MariadbEngine
  class Missing < StandardError; end

  SERVER = "/usr/sbin/mariadbd"
  OWNER = "mysql" # the server refuses to run as root
  PLATFORM = "mariadb"

  def self.installed? = File.executable?(SERVER)

  # As PostgresqlEngine.
  def initialize(directory, port)
    @directory = directory
    @port = port
  end

  # Makes the server's files if there are none, and starts it. Raises Missing if MariaDB is not installed.
  def start
    raise Missing, "MariaDB is not installed." unless self.class.installed?

    FileUtils.mkdir_p(@directory)
    FileUtils.chown(OWNER, nil, @directory) if Process.uid.zero?
    make unless File.directory?(File.join(data, "mysql"))
    log = File.join(@directory, "log")
    Process.detach(spawn(*command, out: log, err: log, pgroup: true))
    wait
  end

  # Nothing that it has is to be kept.
  def stop
    pid = Integer(File.read(pid_file))
    Process.kill("KILL", pid)
    sleep 0.05 while running?(pid)
    FileUtils.rm_f(pid_file)
  rescue Errno::ENOENT, Errno::ESRCH
    nil # it is not running
  end

  private

  def data = File.join(@directory, "data")
  def pid_file = File.join(@directory, "pid")
  def as_owner = Process.uid.zero? ? [ "--user=#{OWNER}" ] : []

  def command
    [ SERVER, "--no-defaults", *as_owner, "--datadir=#{data}", "--port=#{@port}", "--bind-address=127.0.0.1",
      "--socket=#{@directory}/socket", "--pid-file=#{pid_file}", "--character-set-server=utf8mb4",
      "--innodb-flush-log-at-trx-commit=0", "--skip-networking=0" ]
  end

  def make
    system("mariadb-install-db", *as_owner, "--no-defaults", "--datadir=#{data}", "--skip-test-db",
           "--auth-root-authentication-method=normal", out: File::NULL, err: File::NULL) ||
      raise("mariadb-install-db failed")
  end

  def running?(pid)
    Process.kill(0, pid)
    true
  rescue Errno::ESRCH
    false
  end

  def wait
    Timeout.timeout(240) do
      TCPSocket.new("127.0.0.1", @port).close
    rescue Errno::ECONNREFUSED
      sleep 0.2
      retry
    end
  end
end
