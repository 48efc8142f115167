# frozen_string_literal: true

# One change of a model, in order. The change holds what was before and after, and so its inverse.
class JournalEntry < ApplicationRecord
  belongs_to :stored_model, foreign_key: :model_id

  scope :changes_made, -> { where(kind: "change") }
  scope :latest_first, -> { order(revision: :desc) }

  def change_set=(change_set)
    self.changes_packed = Zlib.deflate(JSON.generate(change_set.to_h), Zlib::BEST_SPEED)
  end

  def change_set = Kelvath::ChangeSet.from_h(JSON.parse(Zlib.inflate(changes_packed)))
end
