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
#   {"do":"look"|"enter","database":…}                          -> {"there":…}
#   {"do":"run","sql":…}                                        -> {}
#   {"do":"ask","sql":…}                                        -> {"rows":[{…},…]}
#   {"do":"lock"}                                               -> {"holder":…}   null, or who has it, to its end
#
# What is refused is answered as {"error":…,"step":…}. Plain Ruby.
class PracticeServer
  DIRECTORY = ENV.fetch("KELVATH_PRACTICE_SERVERS") { File.expand_path("../storage/practice", __dir__) }
  # Who is let in; told to everybody who practises.
  USERS = { "master" => { secret: "harbour", writes: true }, "clerk" => { secret: "harbour", writes: false } }.freeze
  BEHAVIOURS = [ "", "slow", "drops the line", "full", "refuses rights", "behind a firewall" ].freeze
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
      pid = Integer(File.read(file(platform, "pid")))
      Process.kill(:TERM, pid) if serves?(pid, platform)
    rescue Errno::ENOENT, Errno::ESRCH, ArgumentError
      nil
    ensure
      FileUtils.rm_f([ file(platform, "port"), file(platform, "pid") ])
    end

    # Is that process the server of a platform? Its number may be somebody else's by now.
    def serves?(pid, platform)
      line = File.read("/proc/#{pid}/cmdline").split("\0")
      line.any? { |part| part.end_with?("bin/practice-server") } && line.last(2) == [ platform, "serve" ]
    end

    # How it is to behave from now on: one of BEHAVIOURS. Raises Kelvath::Error.
    def behave(platform, behaviour)
      check(platform)
      unless BEHAVIOURS.include?(behaviour)
        raise Kelvath::Error, "A practice server can be: #{BEHAVIOURS.reject(&:empty?).join(', ')}; or as usual."
      end

      FileUtils.mkdir_p(DIRECTORY, mode: 0o700)
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
      return if Kelvath::Practice.platforms.include?(platform)

      raise Kelvath::UnknownName, "There is no practice server for “#{platform.to_s[0, 40]}”; there are: " \
                                  "#{Kelvath::Practice.platforms.join(', ')}."
    end

    def await(platform)
      1200.times { port(platform)&.then { |port| return port } || sleep(0.1) }
      raise Kelvath::Error, "The practice server did not start; see #{file(platform, 'log')}."
    end
  end

  def initialize(platform)
    @key = platform
    @platform = Kelvath::Platforms.fetch(platform)
    @practice = @platform.practice
    @lock = Mutex.new
    @holders = {} # { database => the Session that runs a script on it }
    @databases = File.exist?(path("statements")) ? kept : shipped
  end

  # Serves until it is stopped, at the port where it was before, if that is free: connections lead there.
  def serve
    server = listen
    File.write(path("pid"), Process.pid)
    File.write(path("port"), server.addr[1])
    loop { Thread.new(server.accept) { |socket| attend(socket) } }
  end

  private

  def listen
    TCPServer.new("127.0.0.1", Integer(File.read(path("last_port"))))
  rescue SystemCallError, ArgumentError
    TCPServer.new("127.0.0.1", 0).tap { |server| File.write(path("last_port"), server.addr[1]) }
  end

  # Who is signed in, and where. from: how many statements the database held when a transaction began, nil outside one.
  Session = Struct.new(:user, :role, :writes, :database, :schema, :from)

  def path(what) = self.class.file(@key, what)

  def split(script) = Kelvath::Ddl::Splitter.statements(script).map(&:first)

  # { name => Practice::Database }
  def shipped
    script = File.read(File.expand_path("../demo/practice/#{@key}.sql", __dir__))
    batch = @platform.dialect.batch_end
    texts = batch ? script.split(/^#{batch}$/).map(&:strip).reject(&:empty?) : split(script)
    { @practice::DATABASE => Kelvath::Practice::Database.of(@platform, texts) }
  end

  def kept
    lines = File.readlines(path("statements")).map { |line| JSON.parse(line) }
    lines.map! { |line| line.is_a?(String) ? [ @practice::DATABASE, nil, line ] : line } # as it was kept at first
    lines.group_by(&:first).transform_values do |list|
      Kelvath::Practice::Database.new(@platform, statements: list.map { |each| each.drop(1) }.select(&:last))
    end
  end

  # The last statement of a database, where all others are kept already.
  def keep_last(name)
    statements = @databases.fetch(name).statements
    return keep unless @kept && @kept[name] == statements.size - 1

    File.open(path("statements"), "a") { |file| file.puts(JSON.generate([ name, *statements.last ])) }
    @kept[name] += 1
  end

  # All of them: what was taken back is taken back here, too. A database without any has a line of its own.
  def keep
    @kept = @databases.transform_values { |database| database.statements.size }
    lines = @databases.flat_map do |name, database|
      statements = database.statements.empty? ? [ [ nil, nil ] ] : database.statements
      statements.map { |schema, sql| JSON.generate([ name, schema, sql ]) }
    end
    File.write("#{path('statements')}.new", "#{lines.join("\n")}\n")
    File.rename("#{path('statements')}.new", path("statements"))
  end

  def behaviour = self.class.behaviour(@key)

  def attend(socket)
    session = Session.new
    while (line = socket.gets("\n", LONGEST))
      sleep 0.2 if behaviour == "slow"
      answer = answer(JSON.parse(line), session)
      break if answer.nil?

      socket.puts(JSON.generate(answer))
    end
  rescue JSON::ParserError, SystemCallError, IOError
    nil
  ensure
    @lock.synchronize do
      take_back(session)
      @holders.delete_if { |_, holder| holder.equal?(session) }
    end
    socket.close unless socket.closed?
  end

  # nil drops the line.
  def answer(request, session)
    @lock.synchronize do
      case request["do"]
      when "sign in" then sign_in(request, session)
      when "look" then { there: signed(session) && place?(request["database"].to_s) }
      when "enter" then { there: enter(request["database"].to_s, session) }
      when "lock" then lock(session)
      when "run" then run(request["sql"].to_s, session)
      when "ask" then { rows: ask(request["sql"].to_s, session) }
      else refusal(:wrong)
      end
    end
  rescue Kelvath::Practice::Refused => error
    { error: error.message }
  end

  def refusal(fault, step = nil) = { error: @practice.words(fault), step: }
  def refuse(fault) = raise(Kelvath::Practice::Refused, @practice.words(fault))
  def signed(session) = session.user || refuse(:sign_in)

  def sign_in(request, session)
    return refusal(:firewall, "Sign-in") if behaviour == "behind a firewall"

    user = USERS[request["user"]]
    return refusal(:sign_in, "Sign-in") unless user && user[:secret] == request["secret"]
    return refusal(:place, "Database") unless place?(request["database"].to_s)

    role = @practice::ROLES.keys.find { |each| each.casecmp?(request["role"].to_s) }
    return refusal(:role, "Role") unless role

    session.user, session.role = request["user"], role
    session.writes = user[:writes] && @practice::ROLES[role].fetch(:writes, true)
    enter(request["database"].to_s, session)
    { facts: facts(session) }
  end

  def facts(session)
    sees = @practice::ROLES[session.role][:sees]
    { version: "#{@platform.title} practice server", user: session.user, role: session.role,
      database: session.schema || session.database, encrypted: false, makes: session.writes,
      transactions: @platform.supports?(:undone_whole),
      rights: "reads #{sees ? "what is in #{sees.join(', ')}" : 'all'}, may make " \
              "#{session.writes ? 'anything' : 'nothing'}" }
  end

  # One session at a time runs scripts on a database.
  def lock(session)
    signed(session)
    holder = @holders[session.database] ||= session
    { holder: holder.equal?(session) ? nil : holder.user }
  end

  # The name of the database, as it is spelt. Where a schema is a database there is one, of all of them.
  def named(name) = @databases.keys.find { |each| each.casecmp?(name) }
  def one? = @platform.dialect.schema_is_database?
  def place?(name) = one? ? @databases.each_value.first.schema?(name) : !named(name).nil?

  def enter(name, session)
    refuse(:place) unless place?(name)
    return session.database = named(name) unless one?

    session.database = @databases.keys.first
    session.schema = name.casecmp?(@practice::HOME) ? nil : name
  end

  def at_hand(session) = @databases.fetch(session.database) { refuse(:place) }

  def ask(sql, session)
    signed(session)
    at_hand(session).ask(sql, schema: session.schema, role: session.role)
  end

  OF_DATABASES = /\A\s*(?:IF\s+DB_ID\(.*?\)\s+IS\s+NULL\s+)?(CREATE|DROP|USE)\s+(?:DATABASE\s+)?
                  (?:IF\s+(?:NOT\s+)?EXISTS\s+)?["`\[]?(\w+)["`\]]?\s*(?:CASCADE)?\s*;?\s*\z/xi
  OTHERS = /\A\s*USE\s+(?:SCHEMA|ROLE|WAREHOUSE|SECONDARY)\b/i

  def run(sql, session)
    signed(session)
    return nil if behaviour == "drops the line"
    return refusal(:full) if behaviour == "full" && sql.match?(/\A\s*(?:CREATE|ALTER)\b/i)
    return refusal(:rights, "Rights") if behaviour == "refuses rights" || !session.writes

    of_databases(sql, session) || transaction(sql, session) || take(sql, session)
    {}
  end

  # Databases that come, go, and are gone on in. Answers whether it was that.
  def of_databases(sql, session)
    way, name = sql.match(OF_DATABASES)&.captures unless one? || sql.match?(OTHERS)
    case way.to_s.upcase
    when "CREATE" then sql.match?(/\A\s*CREATE\s+DATABASE/i) || sql.match?(/DB_ID/i) ? make(sql, name) : false
    when "USE" then enter(name, session)
    when "DROP" then sql.match?(/\A\s*DROP\s+DATABASE/i) && drop(name)
    end
  end

  def make(sql, name)
    if named(name)
      sql.match?(/\bIF\b/i) || refuse(:doubled)
    else
      @databases[name] = Kelvath::Practice::Database.new(@platform)
      keep
    end
    true
  end

  def drop(name)
    @databases.delete(named(name)) || refuse(:place)
    keep
    true
  end

  # BEGIN TRANSACTION, COMMIT, ROLLBACK, where the platform takes back what statements have made. Answers whether it was
  # one of them.
  def transaction(sql, session)
    return false unless @platform.supports?(:undone_whole)

    case sql
    when /\A\s*BEGIN\s+TRAN/i then begin_transaction(session)
    when /\A\s*COMMIT\b/i then commit(session)
    when /\A\s*ROLLBACK\b/i then take_back(session)
    else return false
    end
    true
  end

  def begin_transaction(session)
    refuse(:locked) if @holder
    session.from = at_hand(session).statements.size
    @holder = session
  end

  def commit(session)
    keep if session.from
    session.from = @holder = nil
  end

  def take_back(session)
    return if session.from.nil?

    @databases[session.database]&.back_to(session.from)
    session.from = @holder = nil
  end

  def take(sql, session)
    refuse(:locked) if @holder && !@holder.equal?(session)
    changed, session.schema = at_hand(session).run(sql, schema: session.schema)
    keep_last(session.database) if changed && session.from.nil?
  rescue Kelvath::Practice::Refused
    take_back(session)
    raise
  end
end
