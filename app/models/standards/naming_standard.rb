# frozen_string_literal: true

# The lexicon and the rulebook that a model follows, each at a version; worked out once and kept.
class NamingStandard
  KEPT = 8
  LEXICONS, RULEBOOKS, STANDARDS = Array.new(3) { Latest.new(KEPT) }

  # Which ones, at which versions; nothing: the plain ones.
  Choice = Struct.new(:lexicon, :lexicon_version, :rulebook, :rulebook_version, keyword_init: true) do
    # What a model's header says.
    def self.of(model) = model.header.then { |header| new(**members.to_h { |name| [ name, header[name].presence ] }) }

    # The latest versions of some (ids, blank for none).
    def self.latest(lexicon:, rulebook:)
      lexicon, rulebook = lexicon.to_s.presence, rulebook.to_s.presence
      new(lexicon:, lexicon_version: lexicon && StoredModel.of_sort("lexicon").find(lexicon).version, rulebook:,
          rulebook_version: rulebook && StoredModel.of_sort("rulebook").find(rulebook).version)
    end

    def standard = NamingStandard.fetch(self)
    def plain? = lexicon.nil? && rulebook.nil?

    # Fields of a header that say so.
    def fields = { lexicon: lexicon.to_s, lexicon_version:, rulebook: rulebook.to_s, rulebook_version: }

    def stored_lexicon = lexicon && StoredModel.of_sort("lexicon").find_by(id: lexicon)
    def stored_rulebook = rulebook && StoredModel.of_sort("rulebook").find_by(id: rulebook)

    # The same ones at their latest versions; itself if these are the latest.
    def newest
      found = with(lexicon_version: stored_lexicon&.version || lexicon_version,
                   rulebook_version: stored_rulebook&.version || rulebook_version)
      found == self ? self : found
    end

    def with(**changes) = self.class.new(**to_h, **changes)

    # "Short capitals, version 2, with Hollin Sound words, version 3"
    def title
      return "plain words, without a lexicon" if plain?

      [ rulebook ? named(stored_rulebook, "rulebook", rulebook_version) : "plain words",
        (lexicon && "with #{named(stored_lexicon, 'lexicon', lexicon_version)}") ].compact.join(", ")
    end

    private

    # A model from elsewhere may follow what this workplace does not have.
    def named(stored, sort, version)
      if stored
        "#{stored.name}, version #{version}"
      else
        "a #{sort} that is not here (its names are made by the plain rules)"
      end
    end
  end

  class << self
    # The Kelvath::Naming::Standard that a model follows.
    def of(model) = fetch(Choice.of(model))

    def fetch(choice)
      return Kelvath::Naming::Standard.plain if choice.plain?

      lexicon = element(LEXICONS, choice.stored_lexicon, choice.lexicon_version) { |model|
        Kelvath::Naming::Lexicon.of(model)
      } || Kelvath::Naming::Standard.plain.lexicon
      rulebook = element(RULEBOOKS, choice.stored_rulebook, choice.rulebook_version) { |model|
        Kelvath::Naming::Rulebook.of(model)
      } || Kelvath::Naming::Rulebook.plain
      STANDARDS.fetch([ lexicon.object_id, rulebook.object_id ]) do |known|
        known || Kelvath::Naming::Standard.new(lexicon, rulebook)
      end
    end

    # The lexicon and rulebook as they are now, released or not.
    def draft(lexicon: nil, rulebook: nil)
      Kelvath::Naming::Standard.new(lexicon ? Kelvath::Naming::Lexicon.of(lexicon.model) : Kelvath::Naming::Standard
        .plain.lexicon, rulebook ? Kelvath::Naming::Rulebook.of(rulebook.model) : Kelvath::Naming::Rulebook.plain)
    end

    # Models that follow a lexicon or rulebook at any version.
    def followers(stored)
      ids = ElementRow.headers.where("json_extract(content, ?) = ?", "$.#{stored.sort}", stored.id).pluck(:model_id)
      StoredModel.of_sort("model").where(id: ids).order(:name)
    end

    def clear = [ LEXICONS, RULEBOOKS, STANDARDS ].each(&:clear)

    private

    # One that was removed is as good as none.
    def element(cache, stored, version)
      milestone = stored&.versions&.find_by(number: version) or return
      cache.fetch([ stored.id, milestone.revision ]) { |known| known || yield(stored.model_at(milestone.revision)) }
    end
  end
end
