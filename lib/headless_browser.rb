# frozen_string_literal: true

# The browser that tests, benches and pictures are made with: Chromium without the interface of a program, which takes
# a quarter less of the machine than the whole of it.
module HeadlessBrowser
  PATH = ENV.fetch("BROWSER_PATH", "/usr/bin/chromium-headless-shell")
  FLAGS = %w[no-sandbox disable-background-networking disable-component-update disable-sync].freeze

  # What Ferrum and Cuprite take. flags: further ones.
  def self.options(*flags)
    { browser_path: PATH, window_size: [ 1280, 800 ], process_timeout: 60,
      browser_options: [ *FLAGS, *flags ].to_h { |flag| [ flag, nil ] } }
  end
end
