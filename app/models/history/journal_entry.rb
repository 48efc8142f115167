# frozen_string_literal: true

# One change of a model, in order. The change holds what was before and after, and so its inverse.
class JournalEntry < ApplicationRecord
  belongs_to :stored_model, foreign_key: :model_id

  scope :changes_made, -> { where(kind: "change") }
  scope :latest_first, -> { order(revision: :desc) }

  # A change as an entry holds it: its JSON, deflated.
  def self.packed(change_set) = Zlib.deflate(JSON.generate(change_set.to_h), Zlib::BEST_SPEED)

  def change_set=(change_set)
    self.changes_packed = self.class.packed(change_set)
  end

  def change_set = Kelvath::ChangeSet.from_h(JSON.parse(Zlib.inflate(changes_packed)))
end
