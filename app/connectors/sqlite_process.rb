# frozen_string_literal: true

require "io/wait"
require "json"
require "rbconfig"
require "sqlite3"

# A process that works on one SQLite file for us, and can be ended whatever it is doing: see lib/sqlite_child.rb.
# Plain Ruby, so that the command line can use it too.
class SqliteProcess
  # What the engine said, or what happened to its process.
  class Refused < StandardError; end

  CHILD = File.expand_path("../../lib/sqlite_child.rb", __dir__)
  WAIT = 30 # seconds for one answer
  CLOSING = 2 # seconds to end by itself
  LIMITS = { rlimit_cpu: 600, rlimit_as: 3 << 30, rlimit_fsize: 1 << 30, rlimit_core: 0 }.freeze # seconds, bytes

  # Yields the process; it has ended when the block has. Raises Refused.
  def self.open(path, readonly:, limits: {}, wait: WAIT)
    process = new(path, readonly:, limits: LIMITS.merge(limits), wait:)
    yield process
  ensure
    process&.stop
  end

  def initialize(path, readonly:, limits:, wait:)
    @wait = wait
    @most = limits.fetch(:rlimit_fsize) >> 20 # megabytes
    input, @to = IO.pipe
    @from, output = IO.pipe
    paths = Gem.loaded_specs.fetch("sqlite3").full_require_paths.flat_map { |each| [ "-I", each ] }
    environment = { "PATH" => ENV.fetch("PATH", ""), "LANG" => "C.UTF-8" }
    @pid = Process.spawn(environment, RbConfig.ruby, "--disable-gems", *paths, CHILD, path.to_s,
                         *("readonly" if readonly),
                         in: input, out: output, err: File::NULL, unsetenv_others: true, **limits)
    [ input, output ].each(&:close)
    [ @to, @from ].each { |pipe| pipe.set_encoding(Encoding::UTF_8) }
  end

  # Rows of a query as hashes with string keys.
  def query(sql, binds = [])
    answer = ask("do" => "query", "sql" => sql, "binds" => binds)
    columns = answer.fetch("columns")
    answer.fetch("rows").map do |row|
      columns.zip(row.map { |value| value.is_a?(Hash) ? value.fetch("bytes").unpack1("m0") : value }).to_h
    end
  end

  # Runs one statement.
  def run(sql) = ask("do" => "run", "sql" => sql)
  def begin = ask("do" => "begin")
  def commit = ask("do" => "commit")

  # A table of its own, in a database in memory; and what reads these tables: { "columns", "rows", "more" }, of which
  # text that is no text is { "bytes" }. most: rows at most.
  def fill(table, columns, rows) = ask("do" => "fill", "table" => table, "columns" => columns, "rows" => rows)
  def read(sql, most:) = ask("do" => "ask", "sql" => sql, "most" => most)

  # Lets statements begin and end transactions and say whether foreign keys are kept.
  def alter = ask("do" => "alter")

  # Lets it end by itself, since it then closes its file in order; killed if it does not.
  def stop
    [ @to, @from ].each { |pipe| pipe.close unless pipe.closed? }
    ends = now + CLOSING
    sleep(0.005) until @pid.nil? || Process.wait(@pid, Process::WNOHANG) || now > ends
    kill if now > ends
    @pid = nil
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def ask(**request)
    @to.puts(JSON.generate(request))
    answer = JSON.parse(line, max_nesting: 10)
    answer["error"] ? raise(Refused, answer["error"]) : answer
  rescue Errno::EPIPE
    lost
  end

  # The child's answer, or what has become of it.
  def line
    unless @from.wait_readable(@wait)
      kill
      raise Refused, "it ran for more than #{@wait} seconds and was stopped"
    end

    @from.gets || lost
  end

  def lost
    _, status = Process.wait2(@pid)
    @pid = nil
    raise Refused, { "XFSZ" => "it makes the file larger than #{@most} MB, and was stopped",
                     "XCPU" => "it computed for too long and was stopped" }
      .fetch(status.signaled? ? Signal.signame(status.termsig) : "",
             "the engine's process " \
             "ended (#{status.signaled? ? "signal #{status.termsig}" : "code #{status.exitstatus}"})")
  end

  def kill
    return unless @pid

    Process.kill(:KILL, @pid)
    Process.wait(@pid)
    @pid = nil
  rescue Errno::ESRCH, Errno::ECHILD
    @pid = nil
  end
end
