# frozen_string_literal: true

require "json"

# The process that waits for runs (bin/work): for each line of JSON, {"id":…,"settings":{…}}, it makes a copy of itself
# that does the run of that number, and answers the number when the copy has ended. It ends when nobody listens any
# more, or when nothing was asked for a while.
class WaitingProcess
  IDLE = 300 # seconds

  def initialize(input, output)
    @input, @output = input, output
    @copies = {} # { pid => run's id }
    @limits = {} # { pid => RunLimits }
  end

  def serve
    Run::WORK.each_value(&:constantize)
    ended, sign = IO.pipe
    trap("CHLD") { sign.write_nonblock(".", exception: false) }
    loop do
      ready, = IO.select([ @input, ended ], nil, nil, @copies.any? ? RunLimits::LOOKS : IDLE)
      break if ready.nil? && @copies.empty?

      hold_to_limits
      ended.read_nonblock(1000, exception: false)
      tell
      next unless ready&.include?(@input)

      line = @input.gets or break
      begin_run(**JSON.parse(line, symbolize_names: true))
    end
  rescue Errno::EPIPE
    nil # nobody listens
  end

  private

  # What goes beyond its limits is ended, and its run says why.
  def hold_to_limits
    @limits.each_value do |limits|
      words = limits.broken or next
      limits.finish
      Run.find(@copies.fetch(limits.pid)).fail_with(words)
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
  end

  def tell
    while @copies.any? && (pid = Process.wait(-1, Process::WNOHANG))
      @limits.delete(pid)
      @output.puts(@copies.delete(pid))
      @output.flush
    end
  end

  def begin_run(id:, settings:)
    kind = Run.where(id:).pick(:kind)
    ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    pid = fork do
      trap("CHLD", "DEFAULT")
      become(id, settings)
      Run.find(id).work
    ensure
      exit!(0) # what is done at the end is for the one that waits
    end
    @copies[pid] = id
    @limits[pid] = RunLimits.new(pid, kind)
  end

  # A process in a group of its own, with what belongs to it alone.
  def become(id, settings)
    Process.setpgrp
    Process.setproctitle(RunProcess.title(id))
    [ $stdin, $stdout ].each { |stream| stream.reopen(File::NULL, "r+") }
    RunProcess::LIMITS.each { |name, most| Process.setrlimit(name.to_s.delete_prefix("rlimit_").upcase, most) }
    ENV.delete_if { |name, _| name.match?(RunProcess::SETTINGS) }
    settings.each { |name, value| ENV[name.to_s] = value }
    ENV["KELVATH_ONE_RUN"] = "yes"
    Ids.renew
  end
end
