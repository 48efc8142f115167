# frozen_string_literal: true

require "core_test_helper"

# What passed a condition passes a wider one.
class WideningTest < CoreTest
  CASES = {
    [ "depth > 0", "depth >= 0" ] => true, [ "depth >= 0", "depth > 0" ] => false,
    [ "depth > 3", "depth > 2.5" ] => true,
    [ "(depth >= (1)::numeric) AND (depth <= 5)", "depth <= 9" ] => true,
    [ "depth <= 9", "depth <= 9 AND depth > 0" ] => false,
    [ "depth < 5", "width < 9" ] => false, [ "depth < -5", "depth < -4" ] => true,
    [ "kind IN ('a', 'b')", "kind = ANY (ARRAY['a'::text, 'b'::text, 'c'::text])" ] => true,
    [ "kind IN ('a', 'b')", "kind IN ('a')" ] => false, [ "length(name) <= 5", "length(name) <= 9" ] => true,
    [ "depth > 0 OR width > 0", "depth > 0" ] => false, [ "depth BETWEEN 1 AND 5 AND width > 1", "width > 0" ] => true
  }.freeze

  CASES.each do |(old, new), wider|
    define_method("test_#{old} #{new}") { assert_equal wider, Altering::Widening.wider?(old, new) }
  end

  def test_what_is_wider_is_no_risk_and_what_is_not_is_counted
    found = ->(one, two) {
      sides = [ one, two ].map { |condition|
 side("CREATE TABLE berth (depth int, CONSTRAINT deep CHECK (#{condition}));") }
      Altering.between(*sides).losses.map(&:count)
    }
    assert_empty found.("depth > 3", "depth > 2")
    assert_equal [ "SELECT count(*) FROM berth WHERE NOT (depth > 4)" ], found.("depth > 3", "depth > 4")
  end
end
