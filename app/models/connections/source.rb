# frozen_string_literal: true

# Which database a design came from, what was chosen of it, and whether the two have drifted apart since.
class Source < ApplicationRecord
  belongs_to :connection, optional: true
  belongs_to :stored_model, foreign_key: :model_id

  # Notes that a design was read from a connection just now.
  def self.note(stored, design_id, connection:, person:, settings:)
    source = find_or_initialize_by(model_id: stored.id, design_id:)
    source.update!(connection:, person:, settings:, read_at: Time.current, drift: nil, trouble: nil, checked_at: nil,
                   drifted_at: nil)
    source
  end

  # What a check found: counts: { "new", "gone", "changed" => how many }.
  def found(counts)
    some = counts.values.any?(&:positive?)
    update!(drift: counts, trouble: nil, checked_at: Time.current,
            drifted_at: some ? drifted_at || Time.current : nil)
  end

  # Why a check could not tell.
  def troubled(words) = update!(trouble: words.to_s.truncate(300), checked_at: Time.current)

  def drifted? = !drifted_at.nil?

  # "3 new, 1 gone", "" for none.
  def drift_words = drift.to_h.select { |_, count| count.positive? }.map { |way, count| "#{count} #{way}" }.join(", ")
end
