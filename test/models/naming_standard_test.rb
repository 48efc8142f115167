# frozen_string_literal: true

require "test_helper"

class NamingStandardTest < ActiveSupport::TestCase
  setup { @lexicon = house_words }

  def follow(version) = NamingStandard::Choice.new(lexicon: @lexicon.id, lexicon_version: version).standard.lexicon

  def shorten(word, short)
    @lexicon.journal.commit(LexiconWriting.change(
      @lexicon.model, Kelvath::Naming::Lexicon.of(@lexicon.model).entry(word).id, "short_forms", short
    ), by: "Ada", follow: false)
  end

  test "each version stays what it was, whatever is written since" do
    shorten("Vessel", "VES")
    assert_equal [ 1, true ], [ @lexicon.version, @lexicon.changed_since_version? ]
    assert_equal 2, @lexicon.release(by: "Ada")
    shorten("Vessel", "VE")
    assert_equal 2, @lexicon.release(by: "Ada").pred
    assert_equal 3, @lexicon.release(by: "Ada"), "nothing changed since, so no further version"
    NamingStandard.clear
    ModelCache.clear
    assert_equal [ %w[VSL], %w[VES], %w[VE] ], (1..3).map { |version| follow(version).entry("Vessel").short_forms }
    assert_same follow(2), follow(2)
  end

  test "what was removed or never released names as if there were none" do
    assert_empty follow(9).entries
    assert_same Kelvath::Naming::Standard.plain, NamingStandard.of(Kelvath::Model::EMPTY)
    choice = NamingStandard::Choice.new(lexicon: "gone", lexicon_version: 1, rulebook: "gone", rulebook_version: 1)
    assert_match(/\Aa rulebook that is not here .*, with a lexicon that is not here/, choice.title)
    assert_same choice, choice.newest
    assert_equal "crew_member", choice.standard.physical("Crew Member", :table).text
  end

  test "a search finds what begins with the text first, and short forms" do
    found = ->(**params) do
      LexiconSearch.new(@lexicon.model, ActionController::Parameters.new(params)).found.map(&:name)
    end
    assert_equal "Date", found.call(text: "dat").first
    assert_equal [ "Vessel" ], found.call(text: "vsl")
    assert_equal %w[Departure Depth], found.call(text: "dpt"), "short forms that begin so"
    assert_equal Demo::Words::FORBIDDEN.keys.sort, found.call(show: "forbidden")
    assert_equal @lexicon.model.all(:lexicon_entry).size, found.call(show: "nonsense").size
    page = LexiconSearch.new(@lexicon.model, ActionController::Parameters.new(from: "40"))
    assert_equal [ LexiconSearch::PAGE, true, 80 ], [ page.page.size, page.more?, page.next_from ]
  end

  test "models that follow are found, and see only what would change for them" do
    rulebook = house_rules
    stored = ferries
    stored.journal.commit(NamingPage.new(stored, stored.model,
                                         { lexicon: @lexicon.id, rulebook: rulebook.id }).following, by: "Ada")
    other = ferries
    assert_equal [ stored.id ], NamingStandard.followers(@lexicon).map(&:id)
    assert_equal [ stored.id ], NamingStandard.followers(rulebook).map(&:id)
    derived = Kelvath::Starting.design(stored.model, platform: "sqlite", ids: Ids,
                                       standard: NamingStandard.of(stored.model))
    stored.journal.commit(derived.change_set, by: "Ada", follow: false)
    assert_empty VersionEffect.of_followers(@lexicon).flat_map(&:rows)
    shorten("Watch", "WCH")
    effect = VersionEffect.of_followers(@lexicon).sole
    assert_equal [ "WTCH", "WCH" ], [ effect.rows.first.before, effect.rows.first.after ]
    effect.move_on(@lexicon.release(by: "Ada"), by: "Ada")
    assert_includes stored.reload.model.all(:table).map(&:name), "WCH"
    assert_equal "", other.reload.model.header.lexicon
  end
end
