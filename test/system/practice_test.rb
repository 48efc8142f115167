# frozen_string_literal: true

require_relative "../browser_test_case"
require "zip"
require "csv"

# A practice server, from its start to a script that has run there; and what it holds, answered by its administrator.
class PracticeBrowserTest < BrowserTestCase
  teardown do
    PracticeServer.reset("oracle")
    Connection.delete_all
  end

  test "wrong secret, refused right, then success; and answers to questions give the same" do
    visit "/connections"
    find("li[aria-label='Oracle practice server']").click_button("Start")
    assert_text(/database HSOPS, port \d+/)
    connect(as: "clerk", secret: "wrong")
    assert_selector "#steps li", text: /Sign-in\s+failed.*ORA-01017/m
    fill_in "connection-secret", with: "harbour"
    click_button "Save"
    click_button "Connect"
    assert_text "reads all, may make nothing"
    run_script
    assert_text "ORA-01031: insufficient privileges"
    assert_text "It failed, and the database is as it was before"
    visit "/connections"
    click_link "Old operations"
    fill_in "User", with: "master"
    fill_in "connection-secret", with: "harbour"
    click_button "Save"
    assert_text "Not connected"
    run_script
    assert_text "It has run on HSOPS on 127.0.0.1"
    assert_text "Made: 29 tables"
    visit "/connections"
    click_link "Old operations"
    assert_equal [ "done", "failed, taken back" ], all("#history tr td:nth-child(6)").map(&:text)
    answered
  end

  private

  def connect(as:, secret:)
    fill_in "It is called", with: "Old operations"
    select "Oracle practice server", from: "Platform"
    fill_in "connection-database", with: "HSOPS"
    fill_in "User", with: as
    fill_in "connection-secret", with: secret
    click_button "Keep it"
    click_button "Connect"
  end

  def run_script
    @design ||= begin
      @stored = ferries
      derived = Kelvath::Derivation.derive(@stored.model, platform: "oracle", ids: Ids)
      @stored.journal.commit(derived.change_set, by: "Guest")
      derived.design_id
    end
    visit "/models/#{@stored.id}/designs/#{@design}/script"
    find("summary", text: "Run it on").click
    click_button "Look first"
    assert_text "It makes 29 tables"
    click_button "Run it"
    assert_text(/It failed|It has run/)
  end

  # The same by a connection and by CSV files.
  def answered
    zip = Rails.root.join("tmp/answers.zip").to_s
    File.binwrite(zip, answers)
    visit "/connections"
    attach_file "Answers, in a zip", zip
    select "Oracle", from: "Platform of the answers"
    click_button "Read the answers"
    assert_text "Read; there is no model of it yet"
    read = Run.last.result
    click_link "Kelvath"
    visit "/connections"
    click_link "Old operations"
    click_button "Connect"
    click_link "Read what it has"
    click_button "Read it"
    assert_text "Read; there is no model of it yet"
    assert_equal read["counts"], Run.last.result["counts"]
    assert_equal 39, read["counts"]["tables"]
  end

  def answers
    target = Connection.last.target("Guest")
    Zip::OutputStream.write_buffer do |stream|
      Kelvath::Platforms.fetch("oracle").catalog_reader::QUESTIONS.each do |name, (sql, columns)|
        rows = Connectors.reach(target) { |server| server.call(sql) }
        stream.put_next_entry("kelvath-#{name}.csv")
        stream.write([ columns, *rows.map(&:values) ].map { |row| CSV.generate_line(row) }.join)
      end
    end.string
  end
end
