# frozen_string_literal: true

require "tmpdir"
require "socket"
require "etc"
require "fileutils"

# A PostgreSQL server of Debian's package on a free port of this machine, gone when the block ends.
class ThrowawayPostgresql
  class Missing < StandardError; end

  OWNER = "postgres" # the server refuses to run as root

  # Yields the port, and a directory whose "pier" the server may write into. Raises Missing if PostgreSQL is not
  # installed.
  def self.open(&block) = new.open(&block)

  def self.binaries = Dir["/usr/lib/postgresql/*/bin"].max_by { |path| path[%r{/(\d+)/}, 1].to_i }

  def open
    raise Missing, "PostgreSQL is not installed; bin/install test installs it." unless self.class.binaries

    Dir.mktmpdir("kelvath-pg") do |directory|
      start(directory)
      yield @port, directory
    ensure
      stop(directory)
    end
  end

  private

  def start(directory)
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    FileUtils.chown(OWNER, nil, directory) if Process.uid.zero?
    data, pier = %w[data pier].map { |name| File.join(directory, name) }
    Dir.mkdir(pier)
    FileUtils.chown(OWNER, nil, pier) if Process.uid.zero?
    run("initdb", "--auth=trust", "--username=kelvath", "--encoding=UTF8", "--no-sync", "-D", data)
    run("pg_ctl", "-D", data, "-w", "-l", File.join(directory, "log"), "-o",
        "-p #{@port} -c listen_addresses=127.0.0.1 -k #{directory} -c fsync=off", "start")
  end

  def stop(directory) = run("pg_ctl", "-D", File.join(directory, "data"), "-m", "immediate", "stop")

  def run(program, *arguments)
    command = [ File.join(self.class.binaries, program), *arguments ]
    command = [ "runuser", "-u", OWNER, "--", *command ] if Process.uid.zero?
    system(*command, out: File::NULL, chdir: "/") || raise("#{program} failed")
  end
end
