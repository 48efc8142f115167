# frozen_string_literal: true

# A model as it is kept: its name, its revision, and the tables of its elements. Lexicons and rulebooks
# are kept the same way, so that what is done to them stands in a journal and can be undone.
class StoredModel < ApplicationRecord
  self.table_name = "models"

  KEPT = 30.days # that a deleted one can be brought back

  belongs_to :project, optional: true
  has_many :journal_entries, foreign_key: :model_id, inverse_of: :stored_model
  has_many :milestones, foreign_key: :model_id, inverse_of: :stored_model
  has_many :runs, foreign_key: :model_id, inverse_of: :stored_model
  has_many :comparisons, foreign_key: :model_id, inverse_of: :stored_model

  scope :recent, -> { order(updated_at: :desc) }
  scope :ready, -> { where(ready: true, deleted_at: nil) }
  scope :deleted, -> { where(ready: true).where.not(deleted_at: nil) }
  scope :archived, -> { where.not(archived_at: nil) }
  scope :at_hand, -> { where(archived_at: nil) }
  scope :of_sort, ->(sort) { ready.where(sort:) }

  # Makes a model from the additions of a change, or an empty one. Its first journal entry is the empty
  # model, which stays; what it was filled with is a second one, which can be undone. It is there when all of
  # it is: its elements are written piece by piece before, so that a large one holds no other writer up, and
  # what a process that is killed leaves behind is not ready and swept away later. The block is part of the
  # last transaction. model: what the change makes, if that is known already; rest: answers a ChangeSet of fields that
  # are known only later, and is asked for it when all else is written.
  def self.start(name, by:, label:, change_set: nil, model: nil, rest: nil, sort: "model",
                 progress: Kelvath::Progress.none, &last)
    StartingModel.new(create!(id: Ids.next, name:, sort:, ready: false),
                      change_set || Kelvath::Starting.empty(name, ids: Ids), model, rest)
                 .write(by:, label:, progress:, &last)
  end

  # Removes for good what was deleted longer ago than it is kept.
  def self.sweep = deleted.where(deleted_at: ...KEPT.ago).find_each(&:discard)

  # Removes a model with all it has, piece by piece.
  def discard
    ElementStore.discard(id)
    destroy!
  end

  def journal = Journal.new(self)
  def model? = sort == "model"

  # Numbered points that others follow; only lexicons and rulebooks have them.
  def versions = milestones.where.not(number: nil).order(:number)
  def version = versions.maximum(:number) || 0

  # Has it been changed since its last version?
  def changed_since_version? = versions.maximum(:revision).to_i < revision

  # Makes the present state the next version. Answers its number.
  def release(by:)
    with_lock do
      next version unless changed_since_version?

      milestones.create!(number: version + 1, name: "Version #{version + 1}", person: by, revision:).number
    end
  end

  # The latest Kelvath::Model; from then on this record says its revision.
  def model
    known = ModelCache.fetch(self)
    at(known.revision)
    known.model
  end

  # The model as it was at a revision.
  def model_at(revision) = Checkpoint.model_at(self, revision)

  # Says what is known to stand in the database.
  def at(revision, **others)
    assign_attributes(revision:, **others)
    clear_attribute_changes([ :revision, *others.keys ])
  end
end
