# frozen_string_literal: true

require_relative "../browser_test_case"

# What cannot be saved stays on the page, says so, and is sent by itself when that is possible.
class ConnectionTest < BrowserTestCase
  setup do
    @stored = ferries
    @concept = @stored.model.all(:diagram).find { |diagram| diagram.stage == "concept" }
  end

  teardown do
    offline(false)
    ActionController::Base.allow_forgery_protection = false
  end

  def offline(yes)
    page.driver.browser.page.command("Network.emulateNetworkConditions", offline: yes, latency: 0,
                                     downloadThroughput: -1, uploadThroughput: -1)
  end

  def kept(kind) = ActiveRecord::Base.uncached { ElementRow.of_kind(kind).where(model_id: @stored.id).map(&:element) }
  def vessel = kept(:entity).find { |each| each.name == "Vessel" }.then { |each| [ each.name, each.definition ] }

  def open_vessel
    visit "/models/#{@stored.id}/diagrams/#{@concept.id}"
    find(:entry, "Vessel").click
    assert_field "Name", with: "Vessel"
  end

  def define(text)
    fill_in "Definition", with: text
    press :Tab
  end

  test "changes made while the server is away wait in their order, and are sent when it is back" do
    open_vessel
    offline(true)
    define "It floats."
    assert_text "The server does not answer. One change waits."
    assert_field "Definition", with: "It floats."
    find("main").click(x: 400, y: 400)
    page.execute_script("document.getElementById('drawing').focus()")
    press "Lighthouse", :Enter
    assert_text "2 changes wait."
    assert_equal "Lighthouse", find("#quick-line").value
    offline(false)
    assert_no_selector "#connection"
    assert_selector "#cards .card", text: "Lighthouse"
    assert_no_selector "#quick-line"
    assert_equal [ "Vessel", "It floats." ], vessel
    assert_equal [ "Added entity Lighthouse", "Changed definition of entity Vessel" ],
                 @stored.journal_entries.latest_first.limit(2).map(&:label)
  end

  test "what waited is no clash with what was typed after it" do
    open_vessel
    offline(true)
    define "It floats."
    assert_text "One change waits."
    define "It floats well."
    assert_text "2 changes wait."
    offline(false)
    assert_no_selector "#connection"
    wait_until { vessel.last == "It floats well." }
    define "It floats very well."
    wait_until { vessel.last == "It floats very well." }
    assert_no_selector ".toast-wrong"
  end

  test "a locked database, and a session that has ended, lose nothing" do
    open_vessel
    failures = 2
    singleton = Journal.instance_method(:commit)
    Journal.define_method(:commit) { |*arguments, **options, &block| (failures -= 1) >= 0 ?
        raise(SQLite3::BusyException, "database is locked") :
        singleton.bind_call(self, *arguments, **options, &block) }
    define "It floats on water."
    assert_text "One change waits."
    assert_no_selector "#connection"
    assert_equal "It floats on water.", vessel.last
    Journal.define_method(:commit, singleton)

    ActionController::Base.allow_forgery_protection = true
    open_vessel
    page.driver.clear_cookies
    define "It floats well."
    assert_no_selector "#connection"
    assert_selector ".toast", text: "Changed definition"
    assert_equal "It floats well.", vessel.last
  ensure
    Journal.define_method(:commit, singleton) if singleton
  end

  test "a sentence and a cell stay as they were typed, and leaving the page asks" do
    visit "/models/#{@stored.id}/ledgers/logical"
    cell = first("td[data-column=definition][data-cell]:not([data-fixed])")
    offline(true)
    cell.double_click
    press "Said offline", :Enter
    assert_text "One change waits."
    assert_equal "Said offline", cell.text
    assert page.evaluate_script("(() => { const event = new Event('beforeunload', { cancelable: true }); " \
                                "window.dispatchEvent(event); return event.defaultPrevented })()")
    offline(false)
    assert_no_selector "#connection"
    refute page.evaluate_script("(() => { const event = new Event('beforeunload', { cancelable: true }); " \
                                "window.dispatchEvent(event); return event.defaultPrevented })()")
    assert_includes kept(:attribute).map(&:definition), "Said offline"
  end
end
