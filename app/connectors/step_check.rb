# frozen_string_literal: true

require "socket"
require_relative "unreachable"

# Tries a connection step by step, so that whoever cannot get in learns at which door. Plain Ruby.
class StepCheck
  # passed: true, false, or nil for one that was not come to; words: what was found; advice: what would mend it.
  Step = Struct.new(:name, :passed, :words, :advice, keyword_init: true)
  SERVER = [ "Address", "Port", "Encryption", "Sign-in", "Database", "Role", "Rights" ].freeze
  FILE = [ "Address", "Database", "Rights" ].freeze
  WAIT = 3 # seconds for an address, and for a port

  # What the server said of itself: { "version", "user", "database", "role", "encrypted", "rights" }, as far as the
  # steps came.
  attr_reader :facts

  # target: a Target; progress: is told which step it is at.
  def initialize(target, progress: Kelvath::Progress.none)
    @target = target
    @progress = progress
    @facts = {}
  end

  # [Step, …], all of them, up to the first that failed with what came of it.
  def steps
    @steps ||= begin
      names = Connectors.file(@target.platform) ? FILE : SERVER
      found, failed = names.zip([]).to_h, nil
      begin
        walk do |name, words|
          found[name] = Step.new(name:, passed: true, words:, advice: "")
          @progress.step(found.count { |_, step| step }, names.size, name)
        end
      rescue Unreachable => error
        failed = error
      rescue StandardError => error # whatever stands there may answer anything, at any time
        failed = odd(error, names.find { |name| found[name].nil? } || names.last)
      end
      if failed
        found[failed.step] = Step.new(name: failed.step, passed: false, words: failed.words, advice: failed.advice)
      end
      found.map { |name, step| step || Step.new(name:, passed: nil, words: "", advice: "") }
    end
  end

  def passed? = steps.all?(&:passed)

  private

  # An answer of which nobody can make anything: an Unreachable.
  def odd(error, step)
    words = error.message.dup.force_encoding(Encoding::UTF_8).scrub("?").lines.first.to_s.strip[0, 200]
    title = Kelvath::Platforms.fetch(@target.platform).title
    Unreachable.new(step, "What listens there answers as no #{title} does: #{words}.", "Is it the right port?")
  end

  def walk(&passed)
    Connectors.file(@target.platform) ? walk_file(&passed) : walk_server(&passed)
  end

  def walk_file
    path = in_step("Address", "Choose one of the files that are there.") { DatabaseFolder.file(@target.database) }
    yield "Address", path
    in_step("Database", "") { Connectors.file(@target.platform).check(path) }
    look { |database| @facts = database.facts }
    yield "Database", "SQLite #{@facts['version']}"
    yield "Rights", @facts["rights"]
  end

  def walk_server
    yield "Address", address
    knock
    yield "Port", "something listens at #{@target.port}"
    look do |server|
      @facts = server.facts
      yield "Encryption", @facts["encrypted"] ? "the line is encrypted" : "the line is not encrypted"
      yield "Sign-in", "as #{@facts['user']}"
      stranger = @facts["warning"] and raise Unreachable.new("Database", stranger,
        "Change the platform of the connection.")
      yield "Database", [ @facts["database"], @facts["version"] ].join(", ")
      server.take_role(@target.role) unless @target.role.empty?
      @facts = server.facts
      yield "Role", @target.role.empty? ? "none asked for" : @target.role
      yield "Rights", @facts["rights"]
    end
  end

  def look(&) = Connectors.open(@target, &)

  def address
    in_step("Address", "") { DatabaseHosts.check(@target.host, @target.port) }
    found = Addrinfo.getaddrinfo(@target.host, @target.port, nil, :STREAM, timeout: WAIT)
    found.map(&:ip_address).uniq.first(3).join(", ")
  rescue SocketError
    raise Unreachable.new("Address", "No address is known for “#{@target.host}”.",
                          "Look at the spelling; if it is right, this machine's name service does not know it.")
  end

  def knock
    Socket.tcp(@target.host, @target.port, connect_timeout: WAIT, resolv_timeout: WAIT, &:close)
  rescue Errno::ECONNREFUSED
    raise Unreachable.new("Port", "Nothing listens at port #{@target.port} of #{@target.host}.",
                          "Is the server running, and is this its port? Many listen to their own machine only.")
  rescue Errno::ETIMEDOUT, Errno::EHOSTUNREACH, Errno::ENETUNREACH
    raise Unreachable.new("Port", "#{@target.host} does not answer at port #{@target.port}.",
                          "A firewall that drops what it does not know would look like this.")
  rescue SystemCallError => error
    raise Unreachable.new("Port", "Port #{@target.port} of #{@target.host} cannot be reached: #{error.message}.", "")
  end

  def in_step(name, advice)
    yield
  rescue Unreachable
    raise
  rescue Kelvath::Error => error
    raise Unreachable.new(name, error.message, advice)
  end
end
