# frozen_string_literal: true

require "core_test_helper"

class ConditionsTest < CoreTest
  def test_plain_conditions_say_values_and_ranges_and_others_nothing
    { "band IN ('low', 'it''s')" => { column: "band", values: [ "low", "it's" ] },
      "(state = ANY (ARRAY['planned'::text, 'moored'::text]))" => { column: "state", values: %w[planned moored] },
      "((state)::text = ANY ((ARRAY['a'::character varying, 'b'::character varying])::text[]))" =>
        { column: "state", values: %w[a b] },
      "size IN (1, -2, 3.5)" => { column: "size", values: %w[1 -2 3.5] },
      "((depth >= (0)::numeric) AND (depth <= (90.5)::numeric))" => { column: "depth", least: "0", most: "90.5" },
      "depth >= 0" => { column: "depth", least: "0", most: nil },
      "\"Depth\" BETWEEN 1 AND 9" => { column: "Depth", least: "1", most: "9" } }
      .each { |condition, said| assert_equal said, Intake::Conditions.read(condition), condition }
    [ "depth > 0", "depth >= width", "band IN (SELECT x FROM y)", "a >= 1 AND b <= 2", "lower(band) IN ('a')",
      "depth >= 0 OR depth <= -5", "" ]
      .each { |condition| assert_nil Intake::Conditions.read(condition), condition }
  end
end
