# frozen_string_literal: true

# What was done to a lexicon or rulebook, version by version, the latest first.
class VersionHistory
  MOST = 500 # changes told

  def initialize(stored)
    @stored = stored
  end

  # [[milestone or nil for what is not released, [JournalEntry, …]], …]
  def stretches
    versions = @stored.versions.reverse_order.to_a
    entries = @stored.journal_entries.latest_first.limit(MOST).select(:id, :revision, :person, :label, :undone).to_a
    found = [ nil, *versions ].zip(versions).map do |version, older|
      [ version, entries.select do |entry|
        entry.revision > older&.revision.to_i && (version.nil? || entry.revision <= version.revision)
      end ]
    end
    found.reject { |version, list| version.nil? && list.empty? }
  end
end
