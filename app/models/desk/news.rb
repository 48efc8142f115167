# frozen_string_literal: true

# What was committed to a model since a page was painted, whoever did it, as if it were one commit.
module News
  MOST = 200 # entries; a page that is further behind is painted whole

  # Someone is further behind than can be told.
  class TooOld < StandardError; end

  module_function

  # A Journal::Commit from that revision to the latest, or nil if there is nothing. Raises TooOld.
  def since(stored, revision)
    after = stored.model # first: the record's revision is that model's from here on, and may be a later one than before
    later = stored.journal_entries.where("revision > ? AND revision <= ?", revision, stored.revision)
    entries = later.order(:revision).to_a
    raise TooOld if entries.size > MOST || revision > stored.revision
    return if entries.empty?

    changes = entries.map(&:change_set)
    before = changes.reverse.reduce(after) { |newer, change| change.inverse.apply(newer) }
    Journal::Commit.new(entry: entries.last, change_set: changes.reduce(:+), before:, after:)
  end
end
