# frozen_string_literal: true

require "test_helper"
require "minitest/mock"
require "support/throwaway_postgresql"
require "support/throwaway_mariadb"

# Ways to databases, step by step, on real servers and on sockets that are none.
class ConnectionsTest < ActionDispatch::IntegrationTest
  SECRET = "kelp-and-barnacles"

  setup { host! "localhost" }

  def target(**given)
    Target.new(platform: "postgresql", host: "127.0.0.1", port: 5432, database: "postgres", user: "kelvath",
               secret: SECRET, role: "", tls: "if there", **given)
  end

  # The first step that was not passed: [its name, what it says].
  def stuck(**given)
    check = StepCheck.new(target(**given))
    step = check.steps.find { |each| each.passed == false }
    [ step&.name, [ step&.words, step&.advice ].join(" ") ]
  end

  def assert_stuck(step, words, **given)
    found = stuck(**given)
    assert_equal step, found.first, found.last
    assert_match words, found.last
  end

  # What the run that connects does is done before the answer.
  def connect(connection, **params)
    RunJob.stub(:perform_later, :work.to_proc) { post connection_sign_in_path(connection), params: }
    follow_redirect!
  end

  # A socket that answers with some bytes, or with none.
  def listening(bytes)
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new { loop { server.accept.then { |socket| bytes ? socket.write(bytes) : sleep } } }
    yield server.addr[1]
  ensure
    thread.kill
    server.close
  end

  # [with a password, and asked for it] on a server that trusts this machine otherwise.
  def guarded(port, directory)
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      [ "CREATE ROLE mate LOGIN PASSWORD '#{SECRET}'", "CREATE ROLE harbour_office", "CREATE ROLE crew",
        "GRANT crew TO mate", "CREATE DATABASE closed", "REVOKE CONNECT ON DATABASE closed FROM public",
        "CREATE TABLE quay (number int)" ].each { |sql| server.call(sql) }
      hba = server.call("SHOW hba_file").first["hba_file"]
      File.write(hba, "host all mate 127.0.0.1/32 scram-sha-256\nhost all kelvath 127.0.0.1/32 trust\n" \
                      "host all all 127.0.0.1/32 reject\n")
      server.call("SELECT pg_reload_conf()")
    end
    sleep 0.3
  end

  test "PostgreSQL: each step that fails is told, with what would mend it" do
    ThrowawayPostgresql.open do |port, directory|
      guarded(port, directory)
      assert_stuck "Sign-in", /authentication failed.*the secret is wrong/, port:, user: "mate", secret: "no"
      assert_stuck "Sign-in", /pg_hba\.conf/, port:, user: "stowaway"
      assert_stuck "Database", /“?"atlantis"?.*does not exist.*spelling/, port:, user: "mate", database: "atlantis"
      assert_stuck "Database", /GRANT CONNECT/, port:, user: "mate", database: "closed"
      assert_stuck "Database", /does not exist/, port:, user: "mate", database: "dbname=postgres host=10.0.0.1"
      assert_stuck "Role", /GRANT harbour_office/, port:, user: "mate", role: "harbour_office"
      assert_stuck "Encryption", /SSL/, port:, user: "mate", tls: "always"
      check = StepCheck.new(target(port:, user: "mate", role: "crew"))
      assert check.passed?, check.steps.inspect
      assert_equal [ "mate", "crew", false ], check.facts.values_at("user", "role", "encrypted")
      assert_match(/reads 0 of 1 tables.*may make nothing/, check.facts["rights"])
      kept(port)
    end
  end

  test "MariaDB: each step that fails is told, with what would mend it" do
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        [ "CREATE DATABASE harbour", "CREATE USER mate@localhost IDENTIFIED BY '#{SECRET}'",
          "GRANT SELECT ON harbour.* TO mate@localhost", "CREATE TABLE harbour.quay (number int)" ]
          .each { |sql| server.call(sql) }
      end
      given = { platform: "mariadb", port:, database: "harbour", user: "mate" }
      assert_stuck "Sign-in", /1045.*user or the secret is wrong/, **given, secret: "no"
      assert_stuck "Database", /GRANT SELECT/, **given, database: "mysql"
      assert_stuck "Role", /GRANT crew/, **given, role: "crew"
      assert_stuck "Encryption", /./, **given, tls: "always"
      check = StepCheck.new(target(**given))
      assert check.passed?, check.steps.inspect
      assert_match(/sees 1 tables.*may make nothing/, check.facts["rights"])
    end
  end

  test "what is not allowed, is nowhere, answers rubbish or not at all is left with a word" do
    { "/var/run/postgresql" => /no host/, "file:/etc/passwd" => /no host/, "127.0.0.1,10.0.0.1" => /no host/,
      "" => /no host/, "10.0.0.1" => /KELVATH_DATABASE_HOSTS: 127\.0\.0\.1/, "0x7f000001" => /not to be reached/,
      "127.0.0.1 port=1" => /no host/, "2130706433" => /not to be reached/ }.each do |host, words|
      assert_stuck("Address", words, host:)
    end
    { 0 => /1 to 65535/, 22 => /1024 to 65535/, 70_000 => /1 to 65535/ }.each do |port, words|
      assert_stuck("Address", words, port:)
    end
    assert_stuck "Port", /Nothing listens/, port: TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    %w[postgresql mariadb].each do |platform|
      [ "HTTP/1.1 400 Bad Request\r\n\r\n" * 5, Random.new(1).bytes(500), nil ].each do |bytes|
        listening(bytes) do |port|
          started = Time.current
          assert_stuck("Sign-in", /does not (?:speak|answer) as/, platform:, port:)
          assert_operator Time.current - started, :<, 20
        end
      end
    end
    Dir.mktmpdir do |folder|
      ENV["KELVATH_DATABASE_FOLDER"] = File.join(folder, "in")
      Dir.mkdir(File.join(folder, "in"))
      File.write(File.join(folder, "out.db"), "SQLite format 3\0")
      File.symlink(File.join(folder, "out.db"), File.join(folder, "in", "link.db"))
      File.write(File.join(folder, "in", "letter.txt"), "Dear all")
      [ "../out.db", "link.db", "/etc/passwd", "file:link.db?mode=rw" ].each do |database|
        assert_stuck("Address", /no database file/, platform: "sqlite", database:)
      end
      assert_stuck "Database", /not an SQLite database/, platform: "sqlite", database: "letter.txt"
    end
  ensure
    ENV.delete("KELVATH_DATABASE_FOLDER")
  end

  private

  # Named, connected with, disconnected from by its pages; and the secret is nowhere.
  def assert_compared(connection)
    stored = ferries
    derived = Kelvath::Derivation.derive(stored.model, platform: "postgresql", ids: Ids)
    stored.journal.commit(derived.change_set, by: "Guest")
    RunJob.stub(:perform_later, :work.to_proc) do
      post model_comparisons_path(stored), params: { left: "now/#{derived.design_id}", connection: connection.id }
    end
    get model_comparison_path(stored, Comparison.last, way: "right_only")
    assert_select ".compared-group[aria-label='table quay']", text: /is not there.*is there/m
  end

  def kept(port)
    logged = StringIO.new
    Rails.logger.broadcast_to(ActiveSupport::Logger.new(logged))
    given = { name: "Harbour", platform: "postgresql", host: "127.0.0.1", port:, database: "postgres", username: "mate",
              tls: "if there", secret: SECRET, keeps: "yes" }
    post connections_path, params: { **given, host: "10.0.0.1" }
    assert_select "[role=alert]", text: /KELVATH_DATABASE_HOSTS/
    post connections_path, params: given
    follow_redirect!
    connection = Connection.last
    connect(connection)
    assert_select "p", text: /Connected\s+since/
    pages = [ response.body ]
    get connections_path
    pages << response.body
    assert_select "li", text: /Harbour.*connected/m
    delete connection_sign_in_path(connection)
    assert_nil connection.sign_in("Guest")
    patch connection_path(connection), params: { **given, secret: "", username: "kelvath" }
    assert_select "[role=alert]", text: /Enter the secret again/
    patch connection_path(connection), params: { **given, keeps: "no", secret: "" }
    assert_raises(Kelvath::Error) { connection.reload.target("Guest") }
    connect(connection, secret: SECRET)
    pages << response.body
    assert_equal SECRET, connection.target("Guest").secret
    refute_includes pages.join + logged.string + connection.target("Guest").inspect, SECRET
    database = Connection.connection
    database.tables.each { |name| refute_includes database.select_all("SELECT * FROM #{name}").to_a.to_s, SECRET, name }
    assert_compared(connection)
    SignIn.update_all(created_at: 2.days.ago)
    get connections_path
    assert_select "li", text: /not\s+connected/
  end
end
