# frozen_string_literal: true

require_relative "test_helper"
require "capybara/minitest"
require "capybara/cuprite"
require Rails.root.join("lib/headless_browser")

Capybara.register_driver(:browser) do |app|
  Capybara::Cuprite::Driver.new(app, **HeadlessBrowser.options, timeout: 120, js_errors: true)
end
Capybara.enable_aria_label = true
Capybara.app = Rails.application
Capybara.default_driver = :browser
Capybara.server = :puma, { Silent: true, Threads: "0:4" }
Capybara.server_host = "127.0.0.1"
# What is waited for ends the wait as soon as it is there: only what never comes takes this long, on any machine.
Capybara.default_max_wait_time = 120

# What stands in Contents by its name, and cells by what they say: one question to the browser in place of one for each
# element that might be meant.
Capybara.add_selector(:entry) do
  xpath { |name| XPath.descendant(:button)[XPath.attr(:class).contains_word("contents-entry")][XPath.string.n == name] }
end
Capybara.add_selector(:cell) do
  xpath { |text| XPath.descendant(:td)[XPath.string.n.is(text)] }
  expression_filter(:column) { |cells, column| cells[XPath.attr(:"data-column") == column] }
end

# Walks through the real interface in headless Chromium. Rows are committed, as in life, and cleared after.
class BrowserTestCase < ActiveSupport::TestCase
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  self.use_transactional_tests = false

  teardown do
    save_screenshot(Rails.root.join("tmp/failed.png")) unless passed?
    Capybara.reset_sessions!
    Run.delete_all
    StoredModel.delete_all
    Project.delete_all
  end

  AXE = Rails.root.join("vendor/axe-core/axe.min.js").read

  private

  def page_keys(*keys) = page.driver.browser.keyboard.type(*keys)

  # Presses keys at whatever has the focus: "text", :Enter, [:Control, "z"].
  def press(*keys) = page_keys(*keys)

  # Keys that are pressed before the page listens are lost to it, as they are to people.
  def reach_command_box
    20.times do
      press [ :Control, "k" ]
      return if has_selector?("[aria-label='Command box']:focus", wait: 1)
    end
    flunk "The command box has no focus."
  end

  # Serious and critical faults, by axe-core's rules for WCAG 2.1 A and AA.
  def faults
    page.driver.browser.execute(AXE)
    found = page.driver.browser.evaluate_async("axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', " \
                                               "'wcag21aa'] }).then((result) => " \
                                               "arguments[0](result.violations.map((each) => [each.impact, each.id, " \
                                               "each.nodes.slice(0, 3).map((node) => node.html.slice(0, 160))])))", 30)
    found.select { |impact, *| %w[serious critical].include?(impact) }
  end

  # Waits for a state that the page does not show.
  def wait_until
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + Capybara.default_max_wait_time
    until yield
      flunk "It did not come about." if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      sleep 0.05
    end
  end

  def card(name) = find("#cards .card", text: /\A\s*#{Regexp.escape(name)}\b/)

  def drag(from, to)
    mouse = page.driver.browser.mouse
    mouse.move(x: from[0], y: from[1]).down
    mouse.move(x: (from[0] + to[0]) / 2, y: (from[1] + to[1]) / 2, steps: 4).move(x: to[0], y: to[1], steps: 4).up
  end

  # [x, y] of a part of an element in the window: 0..1 of its width and height.
  def point(element, across: 0.5, down: 0.5)
    rect = page.evaluate_script("(() => { const r = arguments[0].getBoundingClientRect(); return [r.x, r.y, r.width, " \
                                "r.height] })()", element)
    [ rect[0] + rect[2] * across, rect[1] + rect[3] * down ]
  end
end
