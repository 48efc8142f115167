# frozen_string_literal: true

require "json"
require "socket"
require_relative "statement_by_statement"
require_relative "unreachable"

# A database of a practice server; see lib/practice_server.rb. Plain Ruby.
class PracticeConnector
  include StatementByStatement

  # What the practice server refused, or what became of the line.
  class Refused < StandardError; end

  REFUSED = [ Refused ].freeze
  LONGEST = 60 # seconds that one answer may take
  MOST = 64 << 20 # bytes of one answer
  ADVICE = { "Sign-in" => "The user or the secret is wrong; a practice server tells its users where it is started.",
             "Database" => "Look at the spelling.", "Role" => "The role is not one that the user has.",
             "Rights" => "Another user may do this." }.freeze

  # As PostgresqlServer.reach.
  def self.reach(target)
    socket = begin
      Socket.tcp(target.host, target.port, connect_timeout: 5)
    rescue SystemCallError => error
      raise Unreachable.new("Port", "The practice server cannot be reached: #{error.message}.", "Start it first.")
    end
    connector = new(socket)
    connector.sign_in(target)
    yield connector
  ensure
    socket&.close
  end

  attr_reader :facts

  def initialize(socket)
    @socket = socket
  end

  # Raises Unreachable.
  def sign_in(target)
    @platform = Kelvath::Platforms.fetch(target.platform)
    answer = exchange("do" => "sign in", "user" => target.user, "secret" => target.secret.to_s,
                      "database" => target.database, "role" => target.role.to_s)
    if answer["error"]
      step = answer["step"] || "Sign-in"
      raise Unreachable.new(step, "The practice server said: #{answer['error']}.", ADVICE.fetch(step, ""))
    end

    @facts = answer.fetch("facts")
  rescue Refused, KeyError => error
    raise Unreachable.new("Sign-in", "What listens there does not answer as a practice server does (#{error.message}).",
                          "Is it the right port?")
  end

  # A practice server is what stands at its address; it holds no rows.
  def identity = {}
  def lock = ask("do" => "lock").fetch("holder")
  def rows_of(_result) = nil
  def counted(_sql) = 0

  # Both come with signing in.
  def take_role(_role) = nil
  def only_read = nil

  # Where the platform has it, in a transaction; elsewhere each statement stands as soon as it has run.
  def all_or_nothing
    return yield unless facts["transactions"]

    execute("BEGIN TRANSACTION")
    begin
      yield
    rescue StandardError
      take_back
      raise
    end.tap { execute("COMMIT") }
  end

  # Is there a database of that name? Goes on in it.
  def place?(name) = ask("do" => "look", "database" => name).fetch("there")
  def enter(name) = ask("do" => "enter", "database" => name)
  def remove_place(name) = execute(@platform.place_dropped(name))

  # Rows of a catalog question as hashes with string keys.
  def call(sql) = ask("do" => "ask", "sql" => sql).fetch("rows")

  # One statement of somebody else's.
  def execute(sql) = ask("do" => "run", "sql" => sql)

  private

  # Gone with the line, or with the statement that failed, it is taken back already.
  def take_back
    execute("ROLLBACK")
  rescue Refused
    nil
  end

  def ask(**request)
    answer = exchange(request)
    answer["error"] ? raise(Refused, answer["error"]) : answer
  end

  def exchange(request)
    @socket.puts(JSON.generate(request))
    unless @socket.wait_readable(LONGEST)
      raise Refused, "it gave no answer within #{LONGEST} seconds"
    end

    line = @socket.gets("\n", MOST) || raise(Refused, "the line was dropped")
    raise Refused, "its answer is longer than #{MOST >> 20} MB" unless line.end_with?("\n")

    answer = JSON.parse(line, max_nesting: 10)
    answer.is_a?(Hash) ? answer : raise(Refused, "its answer makes no sense")
  rescue SystemCallError, IOError => error
    raise Refused, "the line was dropped (#{error.message})"
  rescue JSON::ParserError
    raise Refused, "its answer makes no sense"
  end
end
