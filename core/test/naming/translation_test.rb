# frozen_string_literal: true

require "core_test_helper"

class TranslationTest < CoreTest
  PG = Platforms.fetch("postgresql")

  # word => short forms, or further fields
  def lexicon(**words)
    Naming::Lexicon.new(words.map { |name, values| Metamodel::LexiconEntry
      .new(id: ids.next, name: name.to_s, **(values.is_a?(Hash) ? values : { short_forms: Array(values) })) })
  end

  def standard(lexicon, kind: :column, words: {}, **rule)
    rules = { kind => rule, entity: { case: "Capitalised", separator: " ", number: "singular" },
              attribute: { case: "Capitalised", separator: " ", **words } }
    Naming::Standard.new(lexicon, Naming::Rulebook.new(
      rules.map { |of, values| Metamodel::NameRule.new(id: of.to_s, of: of.to_s, **values) }
    ))
  end

  def house = @house ||= lexicon("Vessel": "VSL", "Crew": "CRW", "Member": "MBR", "Purchase Order": "PO",
                                 "Order": "ORD", "Date": { short_forms: [ "DT" ], class_word: true },
                                 "Departure": "DPT", "Actual": "ACTL",
                                 "Boat": { status: "forbidden", instead: "Ship" },
                                 "Ship": { status: "forbidden", instead: "Vessel" },
                                 "Criterion": { short_forms: [ "CRIT" ], plural: "Criteria" }, "Time": "TM")

  def test_without_a_standard_words_stay_whole
    { "Crew Member" => "crew_member", "Captain's Log" => "captains_log", "callSign" => "call_sign",
      "Route / Leg (old)" => "route_leg_old", "Länge" => "länge", "GPSPosition" => "gps_position", "---" => "unnamed",
      "Phone 2" => "phone_2", "<b>Bold</b>" => "b_bold_b" }.each do |name, expected|
        assert_equal expected, Naming::Standard.plain.physical(name, :column).text, name
      end
    { "crew_member" => "Crew Member", "CRW_MBR" => "CRW MBR", "callSign" => "Call Sign", "route.leg" => "Route Leg",
      "VSL" => "VSL", "_" => "_", "date_of_birth" => "Date of Birth" }
      .each { |name, expected| assert_equal expected, Naming::Standard.plain.words(name, :column).text, name }
  end

  def test_each_part_of_a_rule
    always = { case: "UPPER", shortening: "always" }
    { "Crew Member" => [ always, "CRW_MBR" ], "crew MEMBERS" => [ always, "CRW_MBR" ],
      "Purchase Order Date" => [ always, "PO_DT" ], "Order Purchase" => [ always, "ORD_PURCHASE" ],
      "Boat Date" => [ always, "VSL_DT" ],
      "VSL Date" => [ always, "VSL_DT" ], "Vessel Date" => [ { case: "camelCase", shortening: "always" }, "vslDt" ],
      "Crew Date" => [ { case: "PascalCase" }, "CrewDate" ], "Actual Date" => [ { case: "kebab-case" }, "actual-date" ],
      "Date of Departure" => [ { case: "snake_case", order: "class word last" }, "departure_date" ],
      "Date of the Order" => [ { case: "lower", left_out: %w[of the] }, "date_order" ],
      "Crew Members" => [ { case: "snake_case", number: "singular" }, "crew_member" ],
      "Vessel" => [ { case: "snake_case", number: "plural" }, "vessels" ],
      "Criterion" => [ { case: "snake_case", number: "plural" }, "criteria" ],
      "Vessels" => [ { case: "snake_case", number: "plural" }, "vessels" ],
      "Canvas" => [ { case: "lower", number: "singular" }, "canvas" ],
      "Crew" => [ { case: "UPPER", prefix: "T_", suffix: "_X" }, "T_CREW_X" ],
      "Größe Ørsted 港" => [ { case: "lower", characters: "a to z" }, "grosse_orsted" ],
      "Actual Departure" => [ { case: "as written", separator: "." }, "Actual.Departure" ],
      "Actual Departure Time" => [ { case: "UPPER", shortening: "as needed", limit: 16 }, "ACTUAL_DPT_TIME" ],
      "Unlisted Departures" => [ { case: "lower", shortening: "as needed", vowels: true, limit: 11 }, "unlstd_dpt" ] }
      .each do |name, (rule, expected)|
        assert_equal expected, standard(house, **rule).physical(name, :column).text, name
      end
  end

  def test_what_is_too_long_is_cut_with_a_hash_or_bare
    long = "Considerably longer than any column should be"
    assert_match(/\Aconsiderably_[0-9a-f]{6}\z/, standard(house, case: "lower", limit: 20).physical(long, :column).text)
    assert_equal "considerably_longer",
                 standard(house, case: "lower", limit: 20, cutting: "number").physical(long, :column).text
    assert_match(/_[0-9A-F]{6}_TB\z/,
                 standard(house, case: "UPPER", limit: 24, suffix: "_TB").physical(long, :column).text)
    assert_equal %i[cut], standard(Naming::Lexicon.new([]), case: "lower",
                                   limit: 20).physical(long, :column).warnings.map(&:code)
  end

  def test_what_a_person_should_look_at
    rule = { class_word: true, begins_with: [ "Vessel" ] }
    { "Crew Member" => %i[begins class_word], "Vessel Date" => [], "Vessel Nothing" => %i[unknown class_word],
      "Boat Date" => %i[forbidden] }
      .each do |name, codes|
        assert_equal codes, standard(house, case: "lower", **rule).physical(name, :column).warnings.map(&:code), name
      end
    assert_equal [ "order", %i[reserved] ], standard(house, case: "lower").physical("Order", :column, platform: PG)
      .then { |it| [ it.text, it.warnings.map(&:code) ] }
    assert_equal "order_",
                 standard(house, case: "lower", reserved: "underscored").physical("Order", :column, platform: PG).text
    assert_equal "Departure → DPT; Date → DT; class word last", standard(
      house, case: "UPPER", shortening: "always", order: "class word last"
    ).physical("Date of Departure", :column).why
  end

  def test_short_forms_become_words
    shared = lexicon("Street": { short_forms: [ "ST" ], context: [ "Address" ] }, "State": { short_forms: %w[STT ST] },
                     "Status": { short_forms: [ "ST" ], class_word: true }, "Address": "ADR", "ETA": "ETA",
                     "Vessel": "VSL", "Crew": "CRW", "Member": "MBR")
    { "VSL_ST" => "Vessel Status", "ADR_ST" => "Address Street", "ST_VSL" => "Street Vessel", "ADR2" => "Address 2",
      "eta_vsl" => "ETA Vessel", "crwMbr" => "Crew Member", "CRWMBR" => "Crew Member", "XQZ_VSL" => "XQZ Vessel",
      "CREW_ADR" => "Crew Address" }
      .each { |name, expected| assert_equal expected, standard(shared, case: "UPPER").words(name, :column).text, name }
    assert_equal %i[ambiguous], standard(shared, case: "UPPER").words("VSL_ST", :column).warnings.map(&:code)
    assert_equal [ "Vessel Street", "Vessel State" ],
                 standard(shared, case: "UPPER").words("VSL_ST", :column).alternatives
    assert_equal %w[Street State],
                 standard(shared, case: "UPPER").words("VSL_ST", :column).steps.last.others.map(&:name)
    assert_equal "Vessel", standard(shared, kind: :table, case: "UPPER", prefix: "T_",
                                    suffix: "_TAB").words("t_VSL_tab", :table).text
    assert_equal "Member", standard(shared, case: "UPPER",
                                    owner_in_front: "always").words("CRW_MBR", :column, drop: [ "Crew" ]).text
  end

  def test_the_old_systems_names_read_as_words
    words = Naming::Standard.new(Demo::Words.lexicon(ids:), Naming::Rulebook.new(Naming::Shipped.rules("short")))
    { "VSL_HULL_NBR" => "Vessel Hull Number", "CRW_MBR" => "Crew Member", "ACTL_DPT_TM" => "Actual Departure Time",
      "FROM_HBR_CD" => "From Harbour Code", "PSG_QTY" => "Passenger Quantity", "LEN_M" => "Length Metre",
      "SUPV_CRW_MBR_ID" => "Supervisor Crew Member Identifier" }
      .each do |short, long|
        assert_equal long, words.words(short, :column).text, short
        assert_equal short, words.physical(long, :column).text, long
      end
  end
end
