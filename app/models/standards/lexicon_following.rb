# frozen_string_literal: true

# Makes a model follow the latest state of a lexicon, which becomes a version by that.
module LexiconFollowing
  module_function

  # The names that follow are left as they are; the names page shows what they would become.
  def move(stored, lexicon, by:)
    number = lexicon.release(by:)
    header = stored.model.header
    change = Kelvath::ChangeSet.set(header, lexicon: lexicon.id, lexicon_version: number)
    unless change.empty?
      stored.journal.commit(change, by:, label: "Followed #{lexicon.name} to version #{number}", follow: false)
    end
  end
end
