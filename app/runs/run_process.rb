# frozen_string_literal: true

require "json"

# Processes that do runs, one each, so that none holds an editor up and each can be stopped. To begin at once they are
# copies of one that has been booted ahead and waits (bin/work without a number); it goes when it has had nothing to do
# for a while. Where code is reloaded, each is booted for itself.
module RunProcess
  # A process lives for one run and builds large things: memory is cheaper than sweeping it again and again.
  ROOMY = { "RUBY_GC_HEAP_GROWTH_FACTOR" => "2", "RUBY_GC_HEAP_OLDOBJECT_LIMIT_FACTOR" => "8",
            "RUBY_GC_HEAP_FREE_SLOTS_MIN_RATIO" => "0.6",
            "RUBY_GC_HEAP_FREE_SLOTS_GOAL_RATIO" => "0.75", "RUBY_GC_HEAP_FREE_SLOTS_MAX_RATIO" => "0.9",
            "RUBY_GC_MALLOC_LIMIT" => "268435456",
            "RUBY_GC_MALLOC_LIMIT_MAX" => "1073741824", "RUBY_GC_OLDMALLOC_LIMIT" => "1073741824",
            "RUBY_GC_OLDMALLOC_LIMIT_MAX" => "2147483648" }.freeze
  LIMITS = { rlimit_cpu: 1800, rlimit_core: 0 }.freeze # seconds of computing
  PROGRAM = Rails.root.join("bin/work").to_s
  SETTINGS = /\AKELVATH_/ # of the environment, that a copy takes over from whoever asks

  @lock = Mutex.new
  @waiting = {} # { run's id => [Thread::Queue that is told of its end, what was asked to do it] }

  module_function

  # Has a run done, and returns when its process has ended.
  def wait(id)
    return boot(id) if Rails.application.config.enable_reloading

    ended = Thread::Queue.new
    ask(id, ended)
    ended.pop
    boot(id) if Run.exists?(id:, state: "waiting") # whoever was asked has gone before it heard of it
  end

  # Is that the process which does the run, and not a later one of its number?
  def does?(pid, id)
    line = File.read("/proc/#{pid}/cmdline").split("\0")
    line.last(2) == [ PROGRAM, id.to_s ] || line.first.to_s.start_with?(title(id))
  end

  # What a copy is called while it does a run.
  def title(id) = "kelvath: run #{id};"

  # What such a process finds in its environment beside that of this one.
  def surroundings = { "RAILS_ENV" => Rails.env.to_s, "LD_PRELOAD" => ENV.fetch("KELVATH_ALLOCATOR", nil), **ROOMY }

  # A process of its own from the start.
  def boot(id)
    pid = Process.spawn(surroundings, RbConfig.ruby, PROGRAM, id.to_s, pgroup: true, **LIMITS)
    limits = RunLimits.new(pid, Run.where(id:).pick(:kind))
    until Process.wait(pid, Process::WNOHANG)
      sleep RunLimits::LOOKS
      words = limits.broken or next
      limits.finish
      Run.find(id).fail_with(words)
    end
  end

  def ask(id, ended)
    line = JSON.generate(id:, settings: ENV.select { |name, _| name.match?(SETTINGS) })
    @lock.synchronize do
      @input ||= open
      @waiting[id] = [ ended, @input ]
      @input.puts(line)
    rescue Errno::EPIPE
      @input = nil
      retry
    end
  end
  private_class_method :ask, :boot, :surroundings

  # Boots one that waits; answers what it listens to.
  def open
    from, input = IO.pipe
    output, to = IO.pipe
    pid = Process.spawn(surroundings, RbConfig.ruby, PROGRAM, in: from, out: to, pgroup: true)
    [ from, to ].each(&:close)
    Thread.new { listen(output, pid, input) }
    input
  end

  # Tells who waits of the ends that it tells; of all when it has ended itself.
  def listen(output, pid, input)
    while (line = output.gets)
      @lock.synchronize { @waiting.delete(line.to_i) }&.first&.push(true)
    end
    left = @lock.synchronize do
      @input = nil if @input.equal?(input)
      @waiting.keys.select { |id| @waiting[id].last.equal?(input) }.map { |id| @waiting.delete(id).first }
    end
    left.each { |queue| queue.push(true) }
    Process.wait(pid)
  end
  private_class_method :open, :listen
end
