# frozen_string_literal: true

# How long the process of a run may go on, and how much memory it and what it has started may take: whoever is at the
# other end of a line may send without an end, or nothing at all. Looked at from outside, since a process that waits in
# a library hears nothing. Plain Ruby.
class RunLimits
  LOOKS = 0.2 # seconds between two looks
  MEGABYTE = 1 << 20
  # { kind of run => [seconds in all, megabytes] }
  MOST = { "connecting" => [ 60, 800 ], "listing" => [ 300, 1500 ], "running" => [ 86_400, 8000 ] }.freeze
  OTHERS = [ 7200, 8000 ].freeze

  attr_reader :pid

  # pid: of the process, which leads a group.
  def initialize(pid, kind)
    @pid = pid
    @seconds, @megabytes = MOST.fetch(kind, OTHERS)
    @ends = now + @seconds
  end

  # What it has gone beyond, in words; nil while it keeps to its limits.
  def broken
    return "It took longer than #{spell(@seconds)}, and was ended." if now > @ends

    "It took more than #{@megabytes} MB of memory, and was ended: what it was sent is too large." if
      memory > @megabytes * MEGABYTE
  end

  # Ends it, with all that it has started.
  def finish
    Process.kill(:KILL, -@pid)
  rescue Errno::ESRCH, Errno::EPERM
    nil # it has just ended
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def spell(seconds) = seconds < 120 ? "#{seconds} seconds" : "#{seconds / 60} minutes"

  # Bytes that the process holds.
  def memory
    File.read("/proc/#{@pid}/statm").split[1].to_i * 4096
  rescue Errno::ENOENT, Errno::ESRCH
    0
  end
end
