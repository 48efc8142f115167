# frozen_string_literal: true

require "test_helper"
require_relative "../support/fuzz"

# A small part of what `rake fuzz` tries: damaged input for every parser and file reader.
class FuzzTest < ActiveSupport::TestCase
  CASES = 4000

  test "damaged input ends with a result or an error of ours, soon" do
    fuzz = Fuzz.new
    assert_empty fuzz.run(CASES).map { |find| "case #{find.number}, #{find.reader}: #{find.what}" }
    assert_equal [], fuzz.readers.keys - (0...CASES).map { |number| fuzz.send(:pick, Random.new(number)).first }.uniq,
                 "each has its turn"
  end
end
