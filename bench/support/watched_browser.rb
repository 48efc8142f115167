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

  # Seconds from asking for a page until a part of it is there and has been painted.
  def ready(url, selector)
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    @browser.go_to(url)
    @browser.evaluate_async("const look = () => document.querySelector('#{selector}') ? requestAnimationFrame(() => requestAnimationFrame(() => arguments[0](true))) : setTimeout(look, 10); look()", 30)
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  end

  # Share of frames that took no more than FRAME while the drawing is panned to and fro by the wheel.
  def pan_share(moves: 150)
    x, y = @browser.evaluate("(() => { const r = document.querySelector('#drawing').getBoundingClientRect(); return [r.x + r.width / 2, r.y + r.height / 2] })()")
    counting do
      @browser.mouse.move(x:, y:)
      moves.times do |step|
        @browser.evaluate("document.getElementById('drawing').dispatchEvent(new WheelEvent('wheel', { deltaX: #{(40 * Math.sin(step / 15.0)).round}, deltaY: #{(40 * Math.cos(step / 15.0)).round}, bubbles: true, cancelable: true, clientX: #{x}, clientY: #{y} }))")
      end
    end
  end

  # Share of frames that took no more than FRAME while the first card is dragged about.
  def drag_share(moves: 120)
    x, y = @browser.evaluate("(() => { const r = document.querySelector('#cards .card').getBoundingClientRect(); return [r.x + 30, r.y + 14] })()")
    counting do
      mouse = @browser.mouse
      mouse.move(x:, y:).down
      moves.times { |step| mouse.move(x: x + 200 * Math.sin(step / 12.0), y: y + 2 * step) }
      mouse.up
    end
  end

  private

  # Counts frames while the block does something; answers the share of quick ones, in percent.
  def counting
    @browser.evaluate(<<~JS)
      (() => { window.frames_ = []; let last = performance.now();
        const tick = (now) => { frames_.push(now - last); last = now; window.ticking_ = requestAnimationFrame(tick) }; requestAnimationFrame(tick) })()
    JS
    yield
    frames = @browser.evaluate("(cancelAnimationFrame(ticking_), frames_)").drop(2)
    frames.count { |frame| frame <= FRAME }.fdiv(frames.size) * 100
  end
end
