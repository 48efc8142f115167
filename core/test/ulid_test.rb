# frozen_string_literal: true

require "core_test_helper"

class UlidTest < CoreTest
  def test_ids_rise_and_have_the_form_of_the_specification
    time = 1_000
    source = Ulid.new(clock: -> { time += rand(2) }, random: Random.new(2))
    ids = Array.new(2_000) { source.next }
    assert_equal ids.sort, ids
    assert_equal ids.uniq.size, ids.size
    assert ids.all?(Ulid::PATTERN)
    assert_equal Ulid.new(clock: -> { 5 }, random: Random.new(9)).next,
                 Ulid.new(clock: -> { 5 }, random: Random.new(9)).next
  end

  def test_a_clock_that_goes_back_does_not_take_ids_along
    times = [ 10, 3, 11 ]
    source = Ulid.new(clock: -> { times.shift }, random: Random.new(2))
    ids = Array.new(3) { source.next }
    assert_equal ids.sort, ids
  end
end
