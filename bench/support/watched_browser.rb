# frozen_string_literal: true

require "ferrum"

# Headless Chromium that measures a page as it is felt.
class WatchedBrowser
  FLAGS = { "no-sandbox" => nil, "disable-background-networking" => nil, "disable-component-update" => nil, "disable-sync" => nil }.freeze
  FRAME = 20.0 # ms

  def self.open
    browser = Ferrum::Browser.new(window_size: [ 1280, 800 ], browser_options: FLAGS, timeout: 60, process_timeout: 60)
    yield new(browser)
  ensure
    browser&.quit
  end

  def initialize(browser)
    @browser = browser
  end

  # Seconds from asking for a page to its first contentful paint.
  def first_paint(url)
    @browser.go_to(url)
    20.times do
      paint = @browser.evaluate("(performance.getEntriesByName('first-contentful-paint')[0] || {}).startTime")
      return paint / 1000.0 if paint

      sleep 0.1
    end
    raise "nothing was painted"
  end

  # Share of frames that took no more than FRAME while the first card is dragged about.
  def drag_share(moves: 120)
    x, y = @browser.evaluate("(() => { const r = document.querySelector('#cards .card').getBoundingClientRect(); return [r.x + 30, r.y + 14] })()")
    @browser.evaluate(<<~JS)
      (() => { window.frames_ = []; let last = performance.now();
        const tick = (now) => { frames_.push(now - last); last = now; window.ticking_ = requestAnimationFrame(tick) }; requestAnimationFrame(tick) })()
    JS
    mouse = @browser.mouse
    mouse.move(x:, y:).down
    moves.times { |step| mouse.move(x: x + 200 * Math.sin(step / 12.0), y: y + 2 * step) }
    mouse.up
    frames = @browser.evaluate("(cancelAnimationFrame(ticking_), frames_)").drop(2)
    frames.count { |frame| frame <= FRAME }.fdiv(frames.size) * 100
  end
end
