# frozen_string_literal: true

require "ferrum"
require_relative "../../lib/headless_browser"

# Headless Chromium that measures a page as it is felt.
class WatchedBrowser
  FRAME = 20.0 # ms

  def self.open
    browser = Ferrum::Browser.new(**HeadlessBrowser.options, timeout: 60)
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

  # Seconds from asking for a page until a part of it is there, its scripts have begun and it has been painted.
  def ready(url, selector)
    @browser.go_to(url)
    look = "const look = () => document.querySelector('#{selector}') && window.kelvath ? requestAnimationFrame(() => " \
           "requestAnimationFrame(() => arguments[0](performance.now()))) : setTimeout(look, 5); look()"
    @browser.evaluate_async(look, 30) / 1000.0
  end

  # Seconds from asking for a page until all of it is loaded and painted.
  def loaded(url)
    @browser.go_to(url)
    look = "const look = () => performance.timing.loadEventEnd ? requestAnimationFrame(() => requestAnimationFrame(" \
           "() => arguments[0](performance.now()))) : setTimeout(look, 5); look()"
    @browser.evaluate_async(look, 60) / 1000.0
  end

  # Milliseconds from the typing of words into the search of a book until what was found is painted; the slowest of
  # the times that it takes to type them.
  def searched(words)
    @browser.evaluate_async(<<~JS, 60, words)
      const [words, done] = arguments, field = document.getElementById("search"), times = []
      const type = (length) => {
        const start = performance.now()
        field.value = words.slice(0, length)
        field.dispatchEvent(new Event("input", { bubbles: true }))
        if (!document.querySelector("#found li")) throw new Error("nothing was found")
        requestAnimationFrame(() => setTimeout(() => {
          times.push(performance.now() - start)
          length < words.length ? type(length + 1) : done(Math.max(...times))
        }))
      }
      type(1)
    JS
  end

  # Waits until a part of the page says something.
  def until_shown(selector, text)
    400.times do
      return if @browser.evaluate("document.querySelector('#{selector}')?.textContent === '#{text}'")

      sleep 0.02
    end
    raise "“#{text}” was not shown"
  end

  # Share of frames that took no more than FRAME while the drawing is panned in circles by the wheel,
  # 40 px with every frame: 2,400 px in a second, as a brisk hand does.
  def pan_share(moves: 300)
    x, y = @browser.evaluate("(() => { const r = document.querySelector('#drawing').getBoundingClientRect(); return " \
                             "[r.x + r.width / 2, r.y + r.height / 2] })()")
    counting do
      @browser.mouse.move(x:, y:)
      @browser.evaluate_async(<<~JS, 60)
        const [done] = arguments, drawing = document.getElementById("drawing"); let step = 0
        const turn = () => {
          drawing.dispatchEvent(new WheelEvent("wheel", { deltaX: 40 * Math.sin(step / 15), deltaY: 40 * Math.cos(step / 15), bubbles: true, cancelable: true, clientX: #{x}, clientY: #{y} }))
          step += 1; step < #{moves} ? requestAnimationFrame(turn) : done(true)
        }
        turn()
      JS
    end
  end

  # Share of frames that took no more than FRAME while the first card is dragged about.
  def drag_share(moves: 120)
    x, y = @browser.evaluate("(() => { const r = document.querySelector('#cards .card').getBoundingClientRect(); " \
                             "return [r.x + 30, r.y + 14] })()")
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
