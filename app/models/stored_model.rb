# frozen_string_literal: true

# A model as it is kept: its name, its revision, and the tables of its elements.
class StoredModel < ApplicationRecord
  self.table_name = "models"

  has_many :journal_entries, foreign_key: :model_id, inverse_of: :stored_model
  has_many :runs, foreign_key: :model_id, inverse_of: :stored_model

  scope :recent, -> { order(updated_at: :desc) }

  # Makes a model whose first journal entry is the given change (or an empty one with its diagrams).
  # All of it or none: the model's row and its elements are one transaction.
  def self.start(name, by:, label:, change_set: nil)
    transaction do
      stored = create!(id: Ids.next, name:)
      stored.journal.commit(change_set || Kelvath::Starting.empty(name, ids: Ids), by:, label:)
      stored
    end
  end

  def journal = Journal.new(self)

  # The latest Kelvath::Model.
  def model = ModelCache.fetch(self)
end
