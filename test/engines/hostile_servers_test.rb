# frozen_string_literal: true

require "test_helper"
require "minitest/mock"
require "support/throwaway_mariadb"

# Servers of ill will: what they send, or do not send, costs nobody but the process that asked them, and is told in
# words.
class HostileServersTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  teardown { [ Run, SignIn, Connection ].each(&:delete_all) }

  # One who lets everybody in as PostgreSQL does, and answers the first question as the block says.
  class Server
    READY = [ "Z", 5, "I" ].pack("a1Na1")

    def initialize(&answer)
      @answer = answer
      @server = TCPServer.new("127.0.0.1", 0)
      @thread = Thread.new { loop { Thread.new(@server.accept) { |socket| attend(socket) } } }
    end

    def port = @server.addr[1]

    def stop
      @thread.kill
      @server.close
    end

    private

    def attend(socket)
      loop do
        length, code = socket.read(8).to_s.unpack("NN")
        return socket.close if length.nil?

        socket.read(length - 8)
        break if code == 196_608 # protocol 3.0

        socket.write("N") # no encryption
      end
      socket.write([ "R", 8, 0 ].pack("a1NN"), READY)
      loop do
        kind, length = socket.read(5).to_s.unpack("a1N")
        return socket.close if length.nil?

        socket.read(length - 4)
        @answer.call(socket) if %w[Q S].include?(kind)
      end
    rescue SystemCallError, IOError
      nil # whoever asked has gone
    end
  end

  FIELD = ([ 1 ].pack("n") + "a\0" + [ 0, 0, 25, 65_535, 4_294_967_295, 0 ].pack("NnNnNn"))
          .then { |body| [ "T", body.bytesize + 4 ].pack("a1N") + body }
  ROW = lambda do |value|
    body = [ 1, value.bytesize ].pack("nN") + value
    [ "D", body.bytesize + 4 ].pack("a1N") + body
  end

  BOUND = [ "1", 4, "2", 4 ].pack("a1Na1N")
  NO_ROWS = [ "C", 13, "SELECT 0\0" ].pack("a1Na9")

  # { what it does => [how it answers, what is said] }
  ODD = {
    "closes in the middle" => [ ->(socket) { socket.write(FIELD[0, 9]) && socket.close }, /PostgreSQL/ ],
    "answers no rows" => [ ->(socket) {
      socket.write(BOUND, FIELD, NO_ROWS, Server::READY) }, /answers as no PostgreSQL/ ],
    "says what is no text" => [ ->(socket) { socket.write(error("\xFF\xFE\x00".b), Server::READY) }, /PostgreSQL/ ],
    "speaks another tongue" => [ ->(socket) { socket.write("HTTP/1.1 200 OK\r\n\r\n") && socket.close }, /PostgreSQL/ ]
  }.freeze

  def self.error(text)
    body = "SERROR\0C42601\0M".b + text + "\0\0".b
    [ "E", body.bytesize + 4 ].pack("a1N") + body
  end

  test "odd answers are words at the step at which they come" do
    ODD.each do |what, (answer, words)|
      run = attempted(answer)
      assert_equal "done", run.state, "#{what}: #{run.message}"
      failed = run.result["steps"].find { |step| step["passed"] == false }
      assert failed, what
      assert_match words, [ failed["words"], failed["advice"] ].join(" "), what
      assert_nil run.secret
    end
  end

  # { what it does => [limits of time and memory, how it answers, what is said] }
  WITHOUT_END = {
    "never answers" => [ [ 6, 2000 ], ->(_) { sleep }, /took longer than 6 seconds/ ],
    "sends rows without end" => [ [ 100, 600 ], lambda { |socket|
      socket.write(BOUND, FIELD)
      row = ROW.call("x" * 1_000_000)
      loop { socket.write(row) }
    }, /took more than 600 MB/ ],
    "sends one row of 900 MB" => [ [ 100, 600 ], lambda { |socket|
      socket.write(BOUND, FIELD, [ "D", 900_000_010, 1, 900_000_000 ].pack("a1NnN"))
      900.times { socket.write("x" * 1_000_000) }
    }, /took more than 600 MB|PostgreSQL/ ]
  }.freeze

  WITHOUT_END.each do |what, (limits, answer, words)|
    test "one that #{what} costs a process, and is told" do
      run = attempted(answer, limits:)
      told = [ run.message, *run.result.to_h["steps"].to_a.map { |step| step["words"] } ].join(" ")
      assert_match words, told, what
      assert_equal 0, SignIn.count
    end
  end

  test "a line without end is refused by the practice servers' connector" do
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      loop { Thread.new(server.accept) { |socket| loop { socket.write("x" * 1_000_000) } rescue nil } }
    end
    target = Target.new(platform: "oracle", host: "127.0.0.1", port: server.addr[1], database: "HSOPS", user: "master",
                        secret: "harbour", role: "", tls: "no")
    step = StepCheck.new(target).steps.find { |each| each.passed == false }
    assert_match(/longer than 64 MB/, step.words)
  ensure
    thread.kill
    server.close
  end

  test "a MySQL connection to a MariaDB server says so" do
    ThrowawayMariadb.open do |port|
      at = { host: "127.0.0.1", port:, database: "mysql", user: "root", secret: "", role: "", tls: "no" }
      step = StepCheck.new(Target.new(platform: "mysql", **at)).steps.find { |each| each.passed == false }
      assert_equal [ "Database", "This is a MariaDB server, and the connection says MySQL." ], [ step.name, step.words ]
      assert_predicate StepCheck.new(Target.new(platform: "mariadb", **at)), :passed?
    end
  end

  test "a practice server is ended by what it is" do
    pid = Process.spawn("sleep", "1000")
    FileUtils.mkdir_p(PracticeServer::DIRECTORY)
    File.write(PracticeServer.file("hive", "pid"), pid)
    PracticeServer.stop("hive")
    assert_nil Process.wait(pid, Process::WNOHANG)
  ensure
    Process.kill(:KILL, pid)
    Process.wait(pid)
  end

  test "hosts are named with several ports, and addresses without brackets" do
    before = ENV["KELVATH_DATABASE_HOSTS"]
    ENV["KELVATH_DATABASE_HOSTS"] = "db.example:5432, db.example:3306-3310, ::1, [::2]:5432"
    assert_equal({ "db.example" => [ 5432..5432, 3306..3310 ], "::1" => [ 1..65_535 ], "::2" => [ 5432..5432 ] },
                 DatabaseHosts.allowed)
    [ [ "db.example", 5432 ], [ "db.example", 3308 ], [ "::1", 99 ] ].each { |at| assert_nil DatabaseHosts.check(*at) }
    assert_match(/allows 5432, 3306 to 3310/, assert_raises(Kelvath::Error) {
 DatabaseHosts.check("db.example", 1) }.message)
  ensure
    ENV["KELVATH_DATABASE_HOSTS"] = before
  end

  test "a kept secret is asked for anew where it could be heard" do
    connection = Connection.create!(name: "Harbour", platform: "postgresql", host: "127.0.0.1", port: 5432,
                                    database: "a",
                                    username: "mate", tls: "verified", person: "Guest", secret: "kelp")
    { { tls: "always" } => false, { platform: "mariadb" } => false, { database: "b" } => true }.each do |given, saved|
      found = Connection.find(connection.id)
      found.assign_attributes(given)
      assert_equal saved, found.valid?(:changed), given.inspect
    end
  end

  private

  # A run that connects, in a process of its own, to a server that answers so.
  def attempted(answer, limits: [ 100, 2000 ])
    server = Server.new(&answer)
    connection = Connection.create!(name: "Odd #{server.port}", platform: "postgresql", host: "127.0.0.1",
                                    port: server.port, database: "harbour", username: "mate", tls: "no",
                                    person: "Guest")
    run = Run.create!(kind: "connecting", title: "Odd", person: "Guest", secret: "kelp",
      options: { connection: connection.id })
    stub_const(RunLimits, :MOST, { "connecting" => limits }) { RunProcess.send(:boot, run.id) }
    run.reload
  ensure
    server&.stop
  end
end
