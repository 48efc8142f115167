# frozen_string_literal: true

require "core_test_helper"

class NamingTest < CoreTest
  def test_business_names_become_database_names
    { "Crew Member" => "crew_member", "Captain's Log" => "captains_log", "callSign" => "call_sign", "Route / Leg (old)" => "route_leg_old", "Länge" => "länge",
      "---" => "unnamed", "Phone 2" => "phone_2", "<b>Bold</b>" => "b_bold_b" }.each { |name, expected| assert_equal expected, Naming.physical(name), name }
  end

  def test_database_names_become_words
    { "crew_member" => "Crew Member", "CRW_MBR" => "CRW MBR", "callSign" => "Call Sign", "route.leg" => "Route Leg", "VSL" => "VSL", "_" => "_" }
      .each { |name, expected| assert_equal expected, Naming.words(name), name }
  end

  def test_random_names_stay_within_any_limit_apart_and_stable
    random = Random.new(4)
    names = Array.new(300) { Array.new(random.rand(1..8)) { %w[Vessel Harbour Prüfung Inspection Sailing 港].sample(random:) }.join(" ") }
    [ 10, 30, 63 ].each do |limit|
      scope = Naming::Scope.new(limit:)
      taken = names.map { |name| scope.take(Naming.physical(name, limit:)) }
      assert_equal taken.uniq.size, taken.map(&:downcase).uniq.size
      assert_equal names.size, taken.uniq.size
      assert taken.all? { |name| name.bytesize <= limit && name.valid_encoding? }, limit
    end
    names.each { |name| assert_equal Naming.physical(name), Naming.physical(Naming.physical(name)) }
  end
end
