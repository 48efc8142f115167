# frozen_string_literal: true

require "json"
require "socket"
require "fileutils"
require "kelvath"

# A practice server: a process on loopback that simulates a database server of a platform, for practising. It keeps the
# statements that it has taken in a file, and can be told to behave badly. It reads requests and writes answers, a line
# of JSON each:
#
#   {"do":"sign in","user":…,"secret":…,"database":…,"role":…} -> {"facts":{…}}
#   {"do":"run","sql":…}                                        -> {}
#   {"do":"ask","sql":…}                                        -> {"rows":[{…},…]}
#
# What is refused is answered as {"error":…,"step":…}. Plain Ruby.
class PracticeServer
  DIRECTORY = ENV.fetch("KELVATH_PRACTICE_SERVERS") { File.expand_path("../storage/practice", __dir__) }
  DATABASE = { "oracle" => "HSOPS" }.freeze
  # Who is let in; told to everybody who practises.
  USERS = { "master" => { secret: "harbour", writes: true }, "clerk" => { secret: "harbour", writes: false } }.freeze
  ROLES = [ "", "harbour_office" ].freeze
  BEHAVIOURS = [ "", "slow", "drops the line", "full", "refuses rights" ].freeze
  LONGEST = 10 << 20 # bytes of one request

  class << self
    # The port of a platform's server that is running, or nil.
    def port(platform)
      port = Integer(File.read(file(platform, "port")))
      TCPSocket.new("127.0.0.1", port).close
      port
    rescue SystemCallError, ArgumentError
      nil
    end

    # Starts the server of a platform in a process of its own unless it runs; answers its port.
    def start(platform)
      check(platform)
      port(platform) || begin
        FileUtils.mkdir_p(DIRECTORY, mode: 0o700)
        FileUtils.rm_f(file(platform, "port"))
        program = File.expand_path("../bin/practice-server", __dir__)
        log = file(platform, "log")
        Process.detach(Process.spawn(program, platform, "serve", in: File::NULL, out: log, err: log, pgroup: true))
        await(platform)
      end
    end

    # Stops it, if it is running.
    def stop(platform)
      check(platform)
      Process.kill(:TERM, Integer(File.read(file(platform, "pid"))))
    rescue Errno::ENOENT, Errno::ESRCH
      nil
    ensure
      FileUtils.rm_f([ file(platform, "port"), file(platform, "pid") ])
    end

    # How it is to behave from now on: one of BEHAVIOURS. Raises Kelvath::Error.
    def behave(platform, behaviour)
      check(platform)
      unless BEHAVIOURS.include?(behaviour)
        raise Kelvath::Error, "A practice server can be: #{BEHAVIOURS.reject(&:empty?).join(', ')}; or as usual."
      end

      File.write(file(platform, "behaviour"), behaviour)
    end

    # One of BEHAVIOURS.
    def behaviour(platform)
      File.exist?(file(platform, "behaviour")) ? File.read(file(platform, "behaviour")) : ""
    end

    # Lets it begin anew with what ships.
    def reset(platform)
      stop(platform)
      FileUtils.rm_f(file(platform, "statements"))
    end

    def file(platform, what) = File.join(DIRECTORY, "#{platform}.#{what}")

    private

    def check(platform)
      return if DATABASE.key?(platform)

      raise Kelvath::UnknownName, "There is no practice server for “#{platform.to_s[0, 40]}”; there are: " \
                                  "#{DATABASE.keys.join(', ')}."
    end

    def await(platform)
      300.times { port(platform)&.then { |port| return port } || sleep(0.1) }
      raise Kelvath::Error, "The practice server did not start; see #{file(platform, 'log')}."
    end
  end

  def initialize(platform)
    @key = platform
    @platform = Kelvath::Platforms.fetch(platform)
    @lock = Mutex.new
    kept = File.exist?(path("statements")) ? JSON.parse("[#{File.readlines(path('statements')).join(',')}]") : shipped
    @database = Kelvath::Practice::Database.new(@platform, home: DATABASE.fetch(platform), statements: kept)
  end

  # Serves until it is stopped.
  def serve
    server = TCPServer.new("127.0.0.1", 0)
    File.write(path("pid"), Process.pid)
    File.write(path("port"), server.addr[1])
    loop { Thread.new(server.accept) { |socket| attend(socket) } }
  end

  private

  def path(what) = self.class.file(@key, what)

  def shipped
    script = File.read(File.expand_path("../demo/practice/#{@key}.sql", __dir__))
    Kelvath::Ddl::Splitter.statements(script).map(&:first)
  end

  def behaviour = self.class.behaviour(@key)

  def attend(socket)
    session = {}
    while (line = socket.gets("\n", LONGEST))
      sleep 0.2 if behaviour == "slow"
      answer = answer(JSON.parse(line), session)
      break if answer.nil?

      socket.puts(JSON.generate(answer))
    end
  rescue JSON::ParserError, SystemCallError, IOError
    nil
  ensure
    socket.close unless socket.closed?
  end

  # nil drops the line.
  def answer(request, session)
    @lock.synchronize do
      case request["do"]
      when "sign in" then sign_in(request, session)
      when "run" then run(request["sql"].to_s, session)
      when "ask" then { rows: signed(session) && @database.ask(request["sql"].to_s) }
      else refusal(:wrong)
      end
    end
  rescue Kelvath::Practice::Refused => error
    { error: error.message }
  end

  def refusal(fault, step = nil) = { error: @database.words(fault), step: }
  def signed(session) = session[:user] || raise(Kelvath::Practice::Refused, @database.words(:sign_in))

  def sign_in(request, session)
    user = USERS[request["user"]]
    return refusal(:sign_in, "Sign-in") unless user && user[:secret] == request["secret"]
    return refusal(:place, "Database") unless request["database"].to_s.casecmp?(DATABASE.fetch(@key))
    return refusal(:role, "Role") unless ROLES.include?(request["role"].to_s)

    session.merge!(user: request["user"], writes: user[:writes])
    { facts: { version: "#{@platform.title} practice server", user: request["user"], role: request["role"].to_s,
               database: DATABASE.fetch(@key), encrypted: false, makes: user[:writes],
               rights: user[:writes] ? "reads all, may make anything" : "reads all, may make nothing" } }
  end

  def run(sql, session)
    signed(session)
    return nil if behaviour == "drops the line"
    return refusal(:full) if behaviour == "full" && sql.match?(/\A\s*CREATE\b/i)
    return refusal(:rights, "Rights") if behaviour == "refuses rights" || !session[:writes]

    @database.run(sql) && keep
    {}
  end

  # All of them: what was taken back is taken back here, too.
  def keep
    whole = @database.statements.map { |sql| JSON.generate(sql) }
    return File.open(path("statements"), "a") { |file| file.puts(whole.last) } if @kept == whole.size - 1

    File.write("#{path('statements')}.new", "#{whole.join("\n")}\n")
    File.rename("#{path('statements')}.new", path("statements"))
  ensure
    @kept = whole&.size
  end
end
