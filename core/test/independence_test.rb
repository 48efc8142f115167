# frozen_string_literal: true

require "core_test_helper"

# The core stands alone: no Rails, no database, no page, nothing of the application.
class IndependenceTest < CoreTest
  ALLOWED = %w[json monitor set zlib digest optparse strscan csv kelvath].freeze

  def test_it_requires_only_the_standard_library_and_itself
    Dir[File.expand_path("../lib/**/*.rb", __dir__)].each do |path|
      source = File.readlines(path).grep_v(/^\s*#/).join
      assert_empty source.scan(/^\s*require "([^"]+)"/).flatten - ALLOWED, path
      unless path.end_with?("command_line.rb")
        refute_match(/\b(Rails|ActiveRecord|ActiveSupport|SQLite3|Time\.now|Random\.new_seed|\.html_safe)\b/, source,
                     path)
      end
    end
  end
end
