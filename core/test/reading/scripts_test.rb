# frozen_string_literal: true

require "core_test_helper"

# Scripts as people write them for platforms that no engine here runs, and for engines that are no platform here: how
# much of everything each leaves behind stands in its heading.
class ScriptsTest < CoreTest
  DIRECTORY = File.expand_path("scripts", __dir__)
  COUNTED = %i[tables columns primary_keys foreign_keys indexes views sequences routines triggers].freeze

  Dir[File.join(DIRECTORY, "*.sql")].each do |path|
    key = File.basename(path, ".sql")
    File.read(path).split(/^--- (.*)\n/).drop(1).each_slice(2) do |heading, text|
      title, counts = heading.split(" | ")
      define_method("test_#{key}: #{title}") do
        platform = Platforms.fetch(key) unless key == "others"
        result = Reading.read([ Reading::Source.new(name: "", text:) ], platform:)
        wanted = counts.split.to_h { |each| each.split("=") }.to_h { |name, count| [ name.to_sym, count.to_i ] }
        expected = COUNTED.to_h { |name| [ name, 0 ] }.merge(wanted)
        assert_equal expected, result.counts.slice(*expected.keys)
        assert_empty result.catalog.log.select { |each| each.level == :warning }.map(&:message)
      end
    end
  end
end
