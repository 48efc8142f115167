# frozen_string_literal: true

# A model as it is kept: its name, its revision, and the tables of its elements.
class StoredModel < ApplicationRecord
  self.table_name = "models"

  has_many :journal_entries, foreign_key: :model_id, inverse_of: :stored_model
  has_many :milestones, foreign_key: :model_id, inverse_of: :stored_model
  has_many :runs, foreign_key: :model_id, inverse_of: :stored_model

  scope :recent, -> { order(updated_at: :desc) }

  # Makes a model from the additions of a change, or an empty one. Its first journal entry is the empty
  # model, which stays; what it was filled with is a second one, which can be undone. All of it or
  # none: the model's row and its elements are one transaction.
  def self.start(name, by:, label:, change_set: nil)
    beginning, filling = (change_set || Kelvath::Starting.empty(name, ids: Ids)).additions.partition { |element| Kelvath::Starting.beginning?(element) }
    transaction do
      stored = create!(id: Ids.next, name:)
      stored.journal.commit(Kelvath::ChangeSet.new(additions: beginning), by:, label: filling.empty? ? label : "Began the model")
      stored.journal.commit(Kelvath::ChangeSet.new(additions: filling), by:, label:)
      stored
    end
  end

  def journal = Journal.new(self)

  # The latest Kelvath::Model.
  def model = ModelCache.fetch(self)

  # The model as it was at a revision: the journal's later entries taken back one by one.
  def model_at(revision)
    journal_entries.where("revision > ?", revision).order(revision: :desc).reduce(model) { |newer, entry| entry.change_set.inverse.apply(newer) }
  end
end
