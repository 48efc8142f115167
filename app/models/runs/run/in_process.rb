# frozen_string_literal: true

# The process that does a run.
module Run::InProcess
  SIGN_EVERY = 2 # seconds
  LOST_AFTER = 20 # seconds without a sign of life

  # Has a process do it, waits for its end, and says so if it ended without a word.
  def in_process
    RunProcess.wait(id)
    fail_with(self.class::LOST) if reload.unfinished?
  end

  # Ends the process, with all that it has started.
  def stop
    fail_with(self.class::STOPPED, state: "stopped")
    Process.kill(:KILL, -pid) if pid && RunProcess.does?(pid, id)
  rescue Errno::ESRCH, Errno::EPERM
    nil # it has just ended
  ensure
    remove_files unless done? || kind == "running"
  end

  # Should be at work, and is not.
  def lost? = state == "working" && (alive_at || updated_at) < LOST_AFTER.seconds.ago

  private

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
