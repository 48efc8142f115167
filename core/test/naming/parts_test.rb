# frozen_string_literal: true

require "core_test_helper"

# The small parts that naming is made of.
class NamingPartsTest < CoreTest
  def rule(of = "column", **values) = Metamodel::NameRule.new(id: of, of:, **values)

  def lexicon(*entries)
    Naming::Lexicon.new(entries.map { |values| Metamodel::LexiconEntry.new(id: ids.next, **values) })
  end

  def test_names_part_where_people_see_words
    { "CrewMember's GPSPosition_2" => %w[Crew Members GPS Position 2], "crew_member" => %w[crew member],
      "CREW-MEMBER.NAME" => %w[CREW MEMBER NAME], "crewIDs" => %w[crew IDs], "Hull №4" => %w[Hull 4], "" => [],
      "__" => [], "Ünïted港" => %w[Ünïted港] }
      .each { |name, parts| assert_equal parts, Naming::Splitting.parts(name), name }
  end

  def test_every_case_in_letters_and_what_stands_between
    { "as written" => "Date.of.the.ETA", "lower" => "date.of.the.eta", "UPPER" => "DATE.OF.THE.ETA",
      "Capitalised" => "Date.of.the.ETA", "Sentence" => "Date.of.the.ETA", "camelCase" => "dateOfTheEta",
      "PascalCase" => "DateOfTheEta",
      "snake_case" => "date_of_the_eta", "kebab-case" => "date-of-the-eta" }.each do |style, name|
        assert_equal name, Naming::Lettering.join(%w[Date of the ETA], rule(case: style, separator: ".")), style
      end
    assert_equal Metamodel::NameRule::CASES.sort, Naming::Explaining::CASES.keys.sort
  end

  def test_phrases_win_over_words_and_plurals_find_their_word
    words = lexicon({ name: "Purchase Order" }, { name: "Purchase" }, { name: "Order" },
                    { name: "Quay", plural: "Quays" }, { name: "Class" })
    found = ->(text) do
      words.match(text.downcase.split, 0)&.then { |match| [ match.entry.name, match.size, match.plural ] }
    end
    { "purchase order date" => [ "Purchase Order", 2, false ], "purchase date" => [ "Purchase", 1, false ],
      "purchase orders" => [ "Purchase Order", 2, true ], "quays" => [ "Quay", 1, true ],
      "classes" => [ "Class", 1, true ], "wharf" => nil }
      .each do |text, match|
        match.nil? ? assert_nil(found.call(text), text) : assert_equal(match, found.call(text), text)
      end
  end

  def test_what_to_say_instead_is_the_end_of_the_chain
    words = lexicon({ name: "Boat", status: "forbidden", instead: "Ship" },
                    { name: "Ship", status: "forbidden", instead: "Vessel" }, { name: "Vessel" },
                    { name: "Trip", status: "forbidden", instead: "Voyage" }, { name: "Client", status: "forbidden" })
    { "Boat" => "Vessel", "Ship" => "Vessel", "Trip" => "Voyage", "Client" => nil }.each { |word, other| other.nil? ?
        assert_nil(words.instead(words.entry(word))) :
        assert_equal(other, words.instead(words.entry(word)), word) }
  end

  def test_meanings_of_a_short_form_begin_with_who_prefers_it
    words = lexicon({ name: "Street", short_forms: %w[STR ST] }, { name: "State", short_forms: %w[ST] },
                    { name: "Status", short_forms: %w[ST STS] })
    assert_equal %w[State Status Street], words.meanings("st").map(&:name)
    assert_empty words.meanings("zz")
  end

  def test_only_words_have_a_singular
    { "Berths" => "Berth", "Canvas" => "Canvas", "Gas" => "Gas", "Series" => "Series", "Crew Members" => "Crew Member",
      "Status" => "Status", "Atlas" => "Atlas" }.each do |plural, singular|
        assert_equal singular, Naming::Dictionary.singular(plural), plural
      end
  end

  def test_a_scope_gives_out_free_names_within_the_limit
    scope = Naming::TakenNames.new
    assert_equal %w[vessel Vessel_2 vessel_3 ves v_2], [ [ "vessel" ], [ "Vessel" ], [ "vessel" ], [ "vessel", 3 ],
                                                         [ "vest", 3 ] ].map { |name, limit| scope.take(name, limit:) }
    assert scope.variant?("vessel_7", "vessel")
    refute scope.variant?("vessel_x", "vessel")
    refute scope.free?("VESSEL")
  end

  def test_giving_names_out_again_changes_nothing
    wanted = { "a" => [ "name_2", "name" ], "b" => [ "name", "name" ], "c" => [ "other", "name" ],
               "d" => [ "old", "fresh" ] }
    assigning = ->(*names) { Renaming::Assigning.new(Naming::TakenNames.of(names)) }
    given = assigning.call.names(wanted)
    assert_equal({ "a" => "name_2", "b" => "name", "c" => "name_3", "d" => "fresh" }, given)
    assert_equal given, assigning.call.names(wanted.to_h { |id, (_, want)| [ id, [ given[id], want ] ] })
    assert_equal "name_2", assigning.call("NAME").names("a" => [ "x", "name" ])["a"]
  end

  def test_patterns_put_names_together
    parts = { "table" => "SLG", "columns" => %w[VSL_ID RTE_CD], "target" => "VSL", "role" => "HOME" }
    { [ "text:fk", "table", "role" ] => "fk_SLG_HOME", [ "columns", "text:ix" ] => "VSL_ID_RTE_CD_ix", [] => "SLG" }
      .each { |pattern, name| assert_equal name, Naming::Pattern.new(rule("foreign_key", case: "as written",
                                                                          separator: "_", pattern:)).text(parts) }
    assert_equal "FkSlgHome", Naming::Pattern.new(rule("foreign_key", case: "PascalCase",
                                                       pattern: [ "text:fk", "table", "role" ])).text(parts)
    assert_match(/“ship” is not a part of such a name; there are table, columns, and text:/,
                 assert_raises(InvalidValue) { Naming::Pattern.check("index", [ "ship" ]) }.message)
    assert_equal [ "role" ], Naming::Pattern.check("foreign_key", [ "role" ])
  end

  def test_known_parts_that_run_together_are_told_apart
    known = %w[crw mbr mb r id crwm].to_set
    split = Naming::Segmenting.by { |part| known.include?(part) }
    assert_equal %w[crw mbr id], split.split("crwmbrid")
    assert_nil split.split("crwxyz")
    assert_nil split.split("crw")
  end
end
