# frozen_string_literal: true

require "test_helper"

# Practice servers as processes of their own: who is let in, what they refuse, how they behave badly, what they keep.
class PracticeServerTest < ActiveSupport::TestCase
  # { platform => [database, words for a wrong secret, a wrong database, a wrong role, no rights, a full disk, a
  # firewall; the tables of the first schema that it begins with] }
  SERVERS = {
    "oracle" => [ "HSOPS", /ORA-01017/, /ORA-12514/, /ORA-01924/, /ORA-01031/, /ORA-01653/, /ORA-12547/,
                  %w[BKG BRTH CRW_MBR HBR PSG RTE SLG VSL VSL_CLS WTCH] ],
    "sqlserver" => [ "HSOPS", /Msg 18456/, /Msg 4060/, /Msg 15517/, /Msg 262/, /Msg 1105/, /Msg 40615/,
                     %w[BKG BRTH HBR PSG RTE SLG VSL VSL_CLS crew.CRW_MBR crew.WTCH] ],
    "snowflake" => [ "FERRY_MART", /390100/, /002043/, /390186/, /003001/, /090073/, /network policy/,
                     %w[LANDING.SAILING_LOG LANDING.TICKET_SALE MART.DIM_DATE MART.DIM_FARE_BAND MART.DIM_ROUTE
                        MART.DIM_VESSEL MART.FACT_PASSENGER_CARRIAGE MART.FACT_SAILING_PERFORMANCE] ],
    "hive" => [ "telemetry", /PLAIN auth failed/, /NoSuchDatabase/, /role does not exist/, /Permission denied/,
                /quota/, /403 Forbidden/,
                %w[engine_reading fleet_vessel landing.engine_line planned_sailing position_reading] ]
  }.freeze

  setup { Kelvath::Practice.platforms.each { |platform| PracticeServer.reset(platform) } }

  teardown do
    Kelvath::Practice.platforms.each { |platform| PracticeServer.reset(platform) }
    Run.directory.children.each(&:delete)
  end

  def start(platform)
    PracticeServer.start(platform)
    PracticeServer.behave(platform, "")
  end

  def target(platform, **given)
    Target.new(platform:, host: "127.0.0.1", port: PracticeServer.port(platform), database: SERVERS[platform].first,
               user: "master", secret: "harbour", role: "", tls: "no", **given)
  end

  def tables(platform, **given)
    Connectors.reach(target(platform, **given)) { |it| Kelvath::Intake.catalog(platform, it).tables.map(&:title).sort }
  end

  SERVERS.each do |platform, (_, secret, database, role, rights, _, firewall, shipped)|
    test "#{platform}: it lets in who it knows, and says at which step it does not" do
      start(platform)
      { { secret: "wrong" } => [ "Sign-in", secret ], { database: "ATLANTIS" } => [ "Database", database ],
        { role: "admiral" } => [ "Role", role ] }.each { |given, stuck| assert_stuck(platform, given, *stuck) }
      PracticeServer.behave(platform, "behind a firewall")
      assert_stuck(platform, {}, "Sign-in", firewall)
      PracticeServer.behave(platform, "")
      check = StepCheck.new(target(platform))
      assert check.passed?
      assert_match(/practice server/, check.facts["version"])
      clerk = target(platform, user: "clerk")
      error = assert_raises(Unreachable) { Connectors.reach(clerk) { |it| it.execute("CREATE TABLE X (Y INT)") } }
      assert_match rights, error.message
      assert_equal shipped, tables(platform)
    end

    test "#{platform}: a run that it stops half-way is taken back, whatever stops it" do
      start(platform)
      connection = Connection.create!(name: "Practice", platform:, person: "Guest", host: "127.0.0.1",
                                      port: PracticeServer.port(platform), database: SERVERS[platform].first,
                                      username: "master", secret: "harbour")
      stored = ferries
      derived = Kelvath::Derivation.derive(stored.model, platform:, ids: Ids)
      stored.journal.commit(derived.change_set, by: "Guest")
      before = tables(platform)
      { "full" => SERVERS[platform][5], "drops the line" => /the line was dropped/, "refuses rights" => rights }
        .each { |behaviour, words| assert_taken_back(stored, derived.design_id, connection, behaviour, words, before) }
      result = ran(stored, derived.design_id, connection)
      assert_equal [ nil, true, [] ], result.values_at(:failed, :clean, :unforeseen)
      assert_equal before.size + 29, tables(platform).size
    end
  end

  test "it keeps what it has taken, and what was made in a database of its own" do
    start("sqlserver")
    Connectors.reach(target("sqlserver"), readonly: false) do |server|
      [ "CREATE TABLE QUAY (ID INT)", "CREATE DATABASE Winter", "USE Winter", "CREATE TABLE ICE (ID INT)" ]
        .each { |sql| server.execute(sql) }
      server.execute("BEGIN TRANSACTION")
      server.execute("CREATE TABLE FOG (ID INT)")
      Connectors.reach(target("sqlserver"), readonly: false) do |other|
        error = assert_raises(PracticeConnector::Refused) { other.execute("CREATE TABLE X (Y INT)") }
        assert_match(/Msg 1222/, error.message)
      end
    end
    PracticeServer.stop("sqlserver")
    start("sqlserver")
    assert_includes tables("sqlserver"), "QUAY"
    assert_equal %w[ICE], tables("sqlserver", database: "winter")
  end

  test "roles see different schemas" do
    start("snowflake")
    assert_equal SERVERS["snowflake"].last.grep(/MART/), tables("snowflake", role: "analyst")
    analyst = target("snowflake", role: "analyst")
    Connectors.reach(analyst) do |server|
      assert_match(/what the role ANALYST sees: the schema MART/,
Kelvath::Intake.list("snowflake", server).unseen.join)
    end
    assert_raises(Unreachable) { Connectors.reach(analyst) { |server| server.execute("CREATE SCHEMA X") } }
  end

  private

  def assert_stuck(platform, given, step, words)
    stuck = StepCheck.new(target(platform, **given)).steps.find { |each| each.passed == false }
    assert_equal step, stuck.name
    assert_match words, stuck.words
  end

  def assert_taken_back(stored, design_id, connection, behaviour, words, before)
    result = ran(stored, design_id, connection) { |done|
 PracticeServer.behave(connection.platform, behaviour) if done == 40 }
    assert_match words, result[:failed]
    PracticeServer.behave(connection.platform, "")
    result = Cleanup.new(@run, connection.target("Guest")).call unless result[:clean]
    assert result[:clean], result[:trouble]
    assert_equal before, tables(connection.platform)
  end

  def ran(stored, design_id, connection)
    prepared = stored.runs.create!(kind: "preparing", title: "Practice", person: "Guest", design_id:,
                                   options: { connection: connection.id })
    prepared.work
    assert prepared.done?, prepared.message
    @run = stored.runs.create!(kind: "running", title: "Practice", person: "Guest", design_id:,
                               options: { prepared: prepared.id })
    RunningWork.new(@run).call(Kelvath::Progress.new { |done, *| yield done if block_given? })
  end
end
