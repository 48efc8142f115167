# frozen_string_literal: true

require "core_test_helper"
require "timeout"
require_relative "damage"

# However a script is damaged, it is read to its end: nothing is raised, nothing hangs, and every message has its line.
# `rake fuzz:scripts` does it a hundred thousand times.
class FuzzTest < CoreTest
  COUNT = Integer(ENV.fetch("COUNT", "300"), 10)
  FROM = Integer(ENV.fetch("FROM", "0"), 10)
  FOLDERS = %w[core/test/reading/scripts test/engines/scripts core/test/platforms/golden].freeze

  def test_damaged_scripts
    texts = FOLDERS.flat_map { |folder| Dir[File.join(__dir__, "../../..", folder, "*.sql")].sort }
                   .flat_map { |path| File.read(path).split(/^--- .*\n/) }.reject(&:empty?)
    platforms = [ nil, *Platforms.all.reject { |platform| platform.key == "tideline" } ]
    (FROM...(FROM + COUNT)).each do |seed|
      sources = [ Reading::Source.of("x", Damage.new(texts, seed).text) ]
      result = Timeout.timeout(10) { Reading.read(sources, platform: platforms[seed % platforms.size]) }
      assert_empty result.catalog.log.reject(&:line).map(&:message), "seed #{seed}"
      taken = Starting.from_catalog("X", result.catalog, platform: result.platform.key, ids:)
      assert taken.model, "seed #{seed}"
    rescue UnreadableFile
      next # nothing was left of it
    rescue StandardError => error
      raise error, "seed #{seed}: #{error.message}"
    end
  end
end
