# frozen_string_literal: true

require "test_helper"

# A practice server as its own process: who is let in, what it refuses, how it behaves badly, and what it keeps.
class PracticeServerTest < ActiveSupport::TestCase
  setup do
    PracticeServer.reset("oracle")
    @port = PracticeServer.start("oracle")
    PracticeServer.behave("oracle", "")
  end

  teardown do
    PracticeServer.reset("oracle")
    Run.directory.children.each(&:delete)
  end

  def target(**given)
    Target.new(platform: "oracle", host: "127.0.0.1", port: @port, database: "HSOPS", user: "master",
               secret: "harbour", role: "", tls: "no", **given)
  end

  def tables = Connectors.reach(target) { |server| Kelvath::Intake.catalog("oracle", server).tables.map(&:title).sort }

  test "it lets in who it knows, and says at which step it does not" do
    { { secret: "wrong" } => [ "Sign-in", /ORA-01017/ ], { database: "ATLANTIS" } => [ "Database", /ORA-12514/ ],
      { role: "admiral" } => [ "Role", /ORA-01924/ ] }.each do |given, (step, words)|
      stuck = StepCheck.new(target(**given)).steps.find { |each| each.passed == false }
      assert_equal step, stuck.name
      assert_match words, stuck.words
    end
    check = StepCheck.new(target(role: "harbour_office"))
    assert check.passed?
    assert_equal "Oracle practice server", check.facts["version"]
    clerk = target(user: "clerk")
    error = assert_raises(Unreachable) { Connectors.reach(clerk) { |it| it.execute("CREATE TABLE X (Y NUMBER)") } }
    assert_match(/ORA-01031/, error.message)
    assert_equal %w[BKG BRTH CRW_MBR HBR PSG RTE SLG VSL VSL_CLS WTCH], tables
  end

  test "it keeps what it has taken" do
    Connectors.reach(target, readonly: false) { |server| server.execute("CREATE TABLE QUAY (ID NUMBER(5))") }
    PracticeServer.stop("oracle")
    @port = PracticeServer.start("oracle")
    assert_includes tables, "QUAY"
  end

  test "a run that it stops half-way is taken back by the undo script, whatever stops it" do
    connection = Connection.create!(name: "Practice", platform: "oracle", person: "Guest", host: "127.0.0.1",
                                    port: @port, database: "HSOPS", username: "master", secret: "harbour")
    stored = ferries
    derived = Kelvath::Derivation.derive(stored.model, platform: "oracle", ids: Ids)
    stored.journal.commit(derived.change_set, by: "Guest")
    before = tables
    { "full" => /ORA-01653/, "drops the line" => /the line was dropped/, "refuses rights" => /ORA-01031/ }
      .each do |behaviour, words|
      result = ran(stored, derived.design_id, connection) do |done|
        PracticeServer.behave("oracle", behaviour) if done == 40
      end
      assert_match words, result[:failed]
      PracticeServer.behave("oracle", "")
      result = Cleanup.new(@run, connection.target("Guest")).call unless result[:clean]
      assert result[:clean], result[:trouble]
      assert_equal before, tables
    end
    result = ran(stored, derived.design_id, connection)
    assert_equal [ nil, true, [] ], result.values_at(:failed, :clean, :unforeseen)
    assert_equal 39, tables.size
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
