# frozen_string_literal: true

# Makes a model follow the latest state of a lexicon, which becomes a version by that.
module LexiconFollowing
  module_function

  # The names that follow are left as they are; the names page shows what they would become.
  def move(stored, lexicon, by:)
    number = lexicon.release(by:)
    header = stored.model.header
    wanted = { lexicon: lexicon.id, lexicon_version: number }
    updates = wanted.reject { |name, value| header[name] == value }.map { |name, value| Kelvath::ChangeSet::Update.new(id: header.id, field: name, before: header[name], after: value) }
    stored.journal.commit(Kelvath::ChangeSet.new(updates:), by:, label: "Followed #{lexicon.name} to version #{number}", follow: false) if updates.any?
  end
end
