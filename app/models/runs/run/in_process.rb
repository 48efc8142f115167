# frozen_string_literal: true

# The process that does a run.
module Run::InProcess
  SIGN_EVERY = 2 # seconds
  LOST_AFTER = 20 # seconds without a sign of life
  # The process lives for one run and builds large things: memory is cheaper than sweeping it again and again.
  ROOMY = { "RUBY_GC_HEAP_GROWTH_FACTOR" => "2", "RUBY_GC_HEAP_OLDOBJECT_LIMIT_FACTOR" => "8",
            "RUBY_GC_HEAP_FREE_SLOTS_MIN_RATIO" => "0.6",
            "RUBY_GC_HEAP_FREE_SLOTS_GOAL_RATIO" => "0.75", "RUBY_GC_HEAP_FREE_SLOTS_MAX_RATIO" => "0.9",
            "RUBY_GC_MALLOC_LIMIT" => "268435456",
            "RUBY_GC_MALLOC_LIMIT_MAX" => "1073741824", "RUBY_GC_OLDMALLOC_LIMIT" => "1073741824",
            "RUBY_GC_OLDMALLOC_LIMIT_MAX" => "2147483648" }.freeze
  LIMITS = { rlimit_cpu: 1800, rlimit_core: 0 }.freeze # seconds of computing

  # Starts the process, waits for its end, and says so if it ended without a word.
  def in_process
    command = [ RbConfig.ruby, Rails.root.join("bin/work").to_s, id.to_s ]
    pid = Process.spawn({ "RAILS_ENV" => Rails.env.to_s, **ROOMY }, *command, pgroup: true, **LIMITS)
    Process.wait(pid)
    fail_with(self.class::LOST) if reload.unfinished?
  end

  # Ends the process, with all that it has started.
  def stop
    fail_with(self.class::STOPPED, state: "stopped")
    Process.kill(:KILL, -pid) if pid && own_process?
  rescue Errno::ESRCH, Errno::EPERM
    nil # it has just ended
  ensure
    remove_files unless done? || kind == "running"
  end

  # Should be at work, and is not.
  def lost? = state == "working" && (alive_at || updated_at) < LOST_AFTER.seconds.ago

  private

  # Is the number still that of the process which took this run, and not of a later one?
  def own_process?
    File.read("/proc/#{pid}/cmdline").split("\0").last(2) == [ Rails.root.join("bin/work").to_s, id.to_s ]
  end

  # Gives signs of life while the block works.
  def signing
    signs = Thread.new do
      loop do
        sleep SIGN_EVERY
        self.class.where(id:).update_all(alive_at: Time.current)
      rescue ActiveRecord::ActiveRecordError
        next # the next sign will do
      end
    end
    yield
  ensure
    signs&.kill
  end
end
