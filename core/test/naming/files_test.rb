# frozen_string_literal: true

require "core_test_helper"

# Lexicons and rulebooks as files.
class NamingFilesTest < CoreTest
  HEAD = [ "Word", "Short forms", "Status", "Say instead" ].freeze

  def lexicon = @lexicon ||= Demo::Words.change_set(ids:).apply(Model::EMPTY)
  def sheet(*rows, model: lexicon) = Naming::LexiconSheet.new(model, rows, ids:)

  def test_a_lexicon_goes_out_and_comes_back_the_same
    rows = Naming::LexiconSheet.out(Naming::Lexicon.of(lexicon))
    assert_equal [ "Word", "Short forms", "Plural", "Class word", "Domain it suggests", "Status", "Say instead",
                   "Said beside", "Definition", "Source" ], rows.first
    assert_empty sheet(*rows).change.to_h
    assert_equal rows, Naming::LexiconSheet
      .out(Naming::Lexicon.of(sheet(*rows, model: Model::EMPTY).change.apply(Model::EMPTY)))
  end

  def test_what_a_file_would_change_is_told_row_by_row
    read = sheet(HEAD, [ "Gangway", "GNG; GWY" ], [ "", "" ], [ "vessel", "VES, VSL" ], [ "Harbour", "HBR" ],
                 [ "Estimate", "EST" ])
    assert_equal [ [ 2, :new ], [ 4, :changed ], [ 5, :same ], [ 6, :new ] ],
                 read.rows.map { |row| [ row.number, row.state ] }
    assert_equal [ [ "Short forms", "VSL", "VES, VSL" ] ], read.of(:changed).first.changes
    assert_equal [ "EST stands for Estimated, Estate too" ], read.rows.last.notes
    after = read.change(taken: []).apply(lexicon)
    assert_equal [ %w[GNG GWY], %w[VSL] ],
                 %w[Gangway Vessel].map { |word| Naming::Lexicon.of(after).entry(word).short_forms }
    assert_equal %w[VES VSL], Naming::Lexicon.of(read.change.apply(lexicon)).entry("Vessel").short_forms
  end

  def test_bad_rows_are_named_and_nothing_comes_in_by_halves
    { [ "=HYPERLINK()", "X" ] => /formula/, [ "Gangway", "G/W" ] => /other characters than letters and digits/,
      [ "Gangway", "GW", "perhaps" ] => /Status cannot be “perhaps”; choose one of proposed/,
      [ "x" * 200 ] => /at most 120/, [ "!!" ] => /a word is needed/,
      [ "Trip", "", "forbidden", "trip" ] => /instead of itself/,
      [ "Vessel", "VSL", "forbidden", "Boat" ] => /circle: Vessel → Boat → Vessel/ }.each do |row, message|
      read = sheet(HEAD, [ "Quay", "QY" ], row)
      assert_equal [ 3 ], read.problems.map(&:number), row.inspect
      assert_match message, read.problems.first.problem
      assert_match(/\ARow 3: /, assert_raises(InvalidChange) { read.change }.message)
    end
    { [ [ "Name", "Short forms" ] ] => /no column “Word”/, [ [ "Word", "Colour" ] ] => /does not have: “Colour”/,
      [ [ "Word", "Word" ] ] => /“Word” twice/, [] => /no column “Word”/ }
      .each { |rows, message| assert_match message, assert_raises(UnreadableFile) { sheet(*rows) }.message }
    assert_match(/“Boat” stands in row 2 already/, sheet(HEAD, [ "Boat" ], [ "boat" ]).problems.first.problem)
  end

  def test_circles_of_words_to_say_instead_are_refused_by_hand_too
    boat, vessel = %w[Boat Vessel].map { |name| Naming::Lexicon.of(lexicon).entry(name) }
    change = Editing.set(lexicon, vessel.id, "instead", "Boat")
    error = assert_raises(InvalidChange) { Invariants.check(change, change.apply(lexicon)) }
    assert_match(/goes in a circle: Vessel → Boat → Vessel/, error.message)
    refute_equal boat, vessel
  end

  def test_a_rulebook_goes_out_and_comes_back_the_same_with_its_words
    Naming::Shipped::BOOKS.each_key do |key|
      book = Naming::Shipped.begin(key, "House", ids:).apply(Model::EMPTY)
      text = Naming::RulebookFile.write(book, lexicon: Naming::Lexicon.of(lexicon))
      content = Naming::RulebookFile.read(text, ids:)
      assert_equal [ "House", lexicon.all(:lexicon_entry).size ], [ content.name, content.entries.size ]
      again = Naming::RulebookFile.begin(content, "House", ids:).apply(Model::EMPTY)
      assert_equal text, Naming::RulebookFile.write(again, lexicon: Naming::Lexicon.of(lexicon)), key
    end
  end

  def test_a_damaged_rulebook_says_where
    { "{" => /not readable as JSON/, "[]" => /not a Kelvath rulebook/,
      '{"format":"kelvath-rulebook","version":7,"rules":[]}' => /version 7; version 1/,
      rulebook('{"of":"table","case":"slanted"}') => /Rule 1 .*Case cannot be “slanted”; choose one of as written/,
      rulebook('{"of":"table"},{"of":"ship"}') => /Rule 2 .*Kind cannot be “ship”/,
      rulebook('{"of":"table","colour":"red"}') => /Rule 1 .*no field “colour”/,
      rulebook('{"of":"index","pattern":["ship"]}') => /“ship” is not a part of such a name; there are table, columns/,
      rulebook('{"of":"table","limit":9,"prefix":"TABLE_"}') => /leave less than 8 of 9 bytes/, rulebook(
        '{"of":"table"},{"of":"table"}'
      ) => /a rule for names of tables already/, rulebook("7") => /Rule 1 should be an object/ }
      .each do |text, message|
        assert_match message, assert_raises(UnreadableFile) { Naming::RulebookFile.read(text, ids:) }.message, text
      end
  end

  def test_a_rulebook_explains_itself
    sentences = Naming::Shipped.rules("many").to_h { |rule| [ rule.of, Naming::Explaining.new(rule).sentences ] }
    assert_equal "Tables are written in small letters with underscores between the words. The last word is in the " \
                 "plural. Words take their short form where the name would be too long, the longest savings first. " \
                 "What is longer than what the platform takes loses vowels, then is cut and ends in a short hash of " \
                 "the whole. Reserved words are quoted in scripts.", sentences["table"]
    assert_match(/made of “fk”, the table, the role, or the table referred to, with underscores between the words\./,
                 sentences["foreign_key"])
  end

  private

  def rulebook(rules) = %({"format":"kelvath-rulebook","version":1,"name":"House","rules":[#{rules}]})
end
