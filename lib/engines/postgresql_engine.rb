# frozen_string_literal: true

require "fileutils"

# A PostgreSQL server of Debian's package in a directory of its own, on loopback. Plain Ruby.
class PostgresqlEngine
  class Missing < StandardError; end

  OWNER = "postgres" # the server refuses to run as root
  PLATFORM = "postgresql"

  def self.binaries = Dir["/usr/lib/postgresql/*/bin"].max_by { |path| path[%r{/(\d+)/}, 1].to_i }
  def self.installed? = !binaries.nil?

  # directory: an empty or former one of such a server; others may be in it.
  def initialize(directory, port)
    @directory = directory
    @port = port
  end

  # Makes the server's files if there are none, and starts it. Raises Missing if PostgreSQL is not installed.
  def start
    raise Missing, "PostgreSQL is not installed." unless self.class.installed?

    FileUtils.mkdir_p(@directory)
    FileUtils.chown(OWNER, nil, @directory) if root?
    run("initdb", "--auth=trust", "--username=kelvath", "--encoding=UTF8", "--no-sync", "-D", data) unless
      File.exist?(File.join(data, "PG_VERSION"))
    run("pg_ctl", "-D", data, "-w", "-l", File.join(@directory, "log"), "-o",
        "-p #{@port} -c listen_addresses=127.0.0.1 -k #{@directory} -c fsync=off", "start")
  end

  def stop = run("pg_ctl", "-D", data, "-m", "immediate", "stop")

  private

  def data = File.join(@directory, "data")
  def root? = Process.uid.zero?

  def run(program, *arguments)
    command = [ File.join(self.class.binaries, program), *arguments ]
    command = [ "runuser", "-u", OWNER, "--", *command ] if root?
    system(*command, out: File::NULL, chdir: "/") || raise("#{program} failed")
  end
end
