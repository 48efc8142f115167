# frozen_string_literal: true

require "core_test_helper"
require_relative "../../../demo/hsops"

class LearningTest < CoreTest
  def test_short_forms_are_weighed_as_people_make_them
    order = %w[vessel visual voucher]
    assert_equal order, order.sort_by { |word| -Naming::Learning::Abbreviation.fit("vsl", word) }
    { %w[cd code] => 1.0, %w[mbr member] => 1.0, %w[nbr name] => 0.0, %w[ref reference] => 0.82 }
      .each { |(short, word), fit| assert_in_delta fit, Naming::Learning::Abbreviation.fit(short, word), 0.01, word }
    assert_operator Naming::Learning::Abbreviation.fit("qty", "quantity"), :>,
                    Naming::Learning::Abbreviation.fit("qty", "quietly") - 0.1
  end

  def test_pairs_teach_words_and_phrases
    pairs = [ [ "Vessel Hull Number", "VSL_HULL_NBR" ], [ "Vessel Name", "VSL_NM" ], [ "Purchase Order Date", "PO_DT" ],
              [ "Departure Date", "DPT_DT" ], [ "Sailing", "SLG" ] ]
    proposals = Naming::Learning::FromPairs.new(pairs, Naming::Lexicon.new([])).proposals
    learned = proposals.to_h { |proposal| [ proposal.short, proposal.word ] }
    assert_equal({ "vsl" => "vessel", "nbr" => "number", "nm" => "name", "po" => "purchase order", "dt" => "date",
                   "dpt" => "departure", "slg" => "sailing" }, learned)
    vessel = proposals.find { |proposal| proposal.short == "vsl" }
    assert_equal [ "stands in 2 pairs", "Vessel Hull Number = VSL_HULL_NBR", "Vessel Name = VSL_NM" ], vessel.evidence
    assert_operator vessel.confidence, :>, proposals.find { |proposal| proposal.short == "slg" }.confidence
  end

  def test_both_sides_of_a_model_teach
    standard = Naming::Standard.new(Demo::Words.lexicon(ids:), Naming::Rulebook.new(Naming::Shipped.rules("short")))
    model = Derivation.derive(ferries, platform: "postgresql", ids:, standard:).change_set.apply(ferries)
    learned = Naming::Learning::FromPairs.new(Naming::Learning.pairs(model), Naming::Lexicon.new([])).proposals
    right = learned.count do |proposal|
      standard.lexicon.entry(proposal.word)&.short_forms&.include?(proposal.short.upcase)
    end
    assert_operator right.to_f / learned.size, :>=, 0.95, learned.reject { |proposal|
      standard.lexicon.entry(proposal.word)&.short_forms&.include?(proposal.short.upcase)
    }.map(&:key).inspect
  end

  # Every third word of the old system's lexicon is held back; its short forms are then guessed from the
  # names, their types, the words that are left and the words that ship with Kelvath.
  def test_words_held_back_are_learned_from_the_old_systems_names_alone
    right, wrong = (0..2).flat_map { |part| held_back(part) }.partition do |_, word, guess|
      Naming::Lexicon.key(word) == Naming::Lexicon.key(guess.to_s)
    end
    share = right.size.to_f / (right.size + wrong.size)
    missed = wrong.map { |short, word, guess| "#{short} is #{word}, not #{guess || 'nothing'}" }
    assert_operator share, :>=, 0.7, "#{(100 * share).round} % right; wrong: #{missed.join('; ')}"
    if ENV["SHOW"]
      puts "\nLearned from abbreviated names alone: #{right.size} of #{right.size + wrong.size} held-back words " \
           "right; wrong: #{wrong.map { |each| each.join(' ') }.join(', ')}"
    end
  end

  def test_parts_that_run_together_are_split_where_they_stand_alone_elsewhere
    names = %w[CRW_NM MBR_NM CRWMBR].map { |text| Naming::Learning::FromNames::Name.new(text:) }
    proposals = Naming::Learning::FromNames.new(names, Naming::Lexicon.new([])).proposals.to_h do |proposal|
      [ proposal.short, proposal ]
    end
    assert_equal [ "crew member", "reads as CRW and MBR, which stand by themselves elsewhere" ],
                 [ proposals["crwmbr"].word, proposals["crwmbr"].evidence.first ]
  end

  # Other words than those it was measured on: what is promised on the whole, and what is promised surely.
  def test_a_confidence_is_the_share_of_guesses_that_are_right
    learner = Naming::Learning::FromNames.new([], Naming::Lexicon.new([]))
    guesses = other_words.flat_map do |word|
      short_forms(word).filter_map do |short|
        raw, best = learner.raw(short)
        [ learner.calibrated(raw), best == word ] if raw
      end
    end
    share = ->(list) { list.count(&:last).fdiv(list.size) }
    assert_in_delta share[guesses], guesses.sum(&:first) / guesses.size, 0.06
    assert_operator share[guesses.select { |confidence, _| confidence > 0.9 }], :>, 0.85
  end

  def other_words
    words = [ Naming::Dictionary.trade.select { |word| word.length > 4 }.sort,
              Naming::Dictionary.ranks.select { |word, rank| word.length > 4 && rank < 6_000 }.keys.sort ]
    words.flat_map { |list| list.sample(40, random: Random.new(9)) }
  end

  def short_forms(word)
    heard = Naming::Learning::Abbreviation.skeleton(word)
    forms = [ heard, word[0, 3], word[0, 4], heard[0, 3], heard[0, 4], "#{heard[0]}#{heard[-1]}" ]
    forms.uniq.select { |form| form.length.between?(2, 6) && form != word }
  end

  def test_words_of_the_logical_side_are_no_short_forms
    base = model("Berth", Berth: [ "Is Lettable: boolean", "VAT Rate: decimal", "Vsl: text" ])
    shorts = Naming::Learning.of(derived(base, "sqlite").first, Naming::Lexicon.new([])).map(&:short)
    assert_equal %w[vsl], %w[is vat vsl] & shorts
  end

  def test_what_is_learned_is_proposed_to_the_lexicon
    proposals = [ Naming::Learning::Proposal.new(
      word: "vessel", short: "vsl", confidence: 0.9, evidence: [], others: []
    ), Naming::Learning::Proposal.new(word: "harbour", short: "hbr", confidence: 0.9, evidence: [], others: []) ]
    lexicon = Draft.change(Model::EMPTY, ids:) { |draft|
      draft.add(:lexicon_entry, name: "Vessel", short_forms: [ "VES" ])
    }.apply(Model::EMPTY)
    after = Naming::Learning.take(lexicon, proposals, ids:).apply(lexicon)
    assert_equal [ [ "Vessel", %w[VES VSL], "approved" ], [ "Harbour", [ "HBR" ], "proposed" ] ],
                 after.all(:lexicon_entry).map { |entry| [ entry.name, entry.short_forms, entry.status ] }
  end

  private

  def old_names
    platform = Platforms.fetch("sqlite")
    File.read(Demo::Hsops::SCHEMA).scan(/CREATE TABLE (\w+) \((.*)\);/).flat_map do |table, body|
      columns = body.scan(/(?:\A|, )([A-Z_]+) (CHAR|VARCHAR|DECIMAL|INTEGER|DATE|TIME)\b/)
      [ Naming::Learning::FromNames::Name.new(text: table), *columns.map do |name, type|
        Naming::Learning::FromNames::Name.new(text: name, type: platform.logical_type(platform.read_type(type))[:type])
      end ]
    end
  end

  # [[short form, word, guess], …] of the third of the words in use that was held back.
  def held_back(part)
    used = old_names.flat_map { |name| name.text.split("_") }.uniq
    entries = Demo::Words.lexicon(ids:).entries.select do |entry|
      entry.short_forms.any? { |short| used.include?(short) && !short.casecmp?(entry.name) && short.length > 1 }
    end
    held, kept = entries.each_with_index.partition { |_, index| index % 3 == part }.map { |list| list.map(&:first) }
    guesses = Naming::Learning::FromNames.new(old_names, Naming::Lexicon.new(kept)).proposals.to_h do |proposal|
      [ proposal.short.upcase, proposal.word ]
    end
    held.map { |entry| [ entry.short_forms.first, entry.name, guesses[entry.short_forms.first] ] }
  end
end
