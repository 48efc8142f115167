# frozen_string_literal: true

ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)

# Programs that are started from here, browsers and database servers, have allocators of their own.
ENV["KELVATH_ALLOCATOR"] = ENV.delete("LD_PRELOAD") if ENV["LD_PRELOAD"].to_s.include?("jemalloc")

require "bundler/setup"
require "bootsnap/setup"
