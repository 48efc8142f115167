# frozen_string_literal: true

# A model as it was at one revision, whole: from it an earlier state is fewer steps away. They are made on the way
# when somebody asks for an old state, so that each stretch of a journal is gone through once.
class Checkpoint < ApplicationRecord
  EVERY = 250 # revisions

  belongs_to :stored_model, foreign_key: :model_id

  # The model as it was. A removed model's go with it.
  def model
    hashes = JSON.parse(Zlib.inflate(content)).map { |hash| Kelvath::Upgrading.element(hash) }
    Kelvath::Model.of(hashes.map { |hash| Kelvath::Metamodel.kept_element(hash) })
  end

  # The model of a stored model as it was at a revision.
  def self.model_at(stored, revision)
    newest = stored.model
    return newest if revision >= stored.revision

    near = where(model_id: stored.id, revision: revision..).order(:revision).first
    Walk.new(stored, near ? near.revision : stored.revision, near ? near.model : newest).back_to(revision)
  end

  def self.keep(stored, revision, model)
    content = Zlib.deflate(JSON.generate(model.elements.each_value.map(&:to_h)), Zlib::BEST_SPEED)
    insert({ model_id: stored.id, revision:, content: }, unique_by: %i[model_id revision])
  end

  # The way back from a known state, a stretch at a time.
  class Walk
    def initialize(stored, revision, model)
      @stored = stored
      @revision = revision
      @model = model
    end

    # The model as it was at an earlier revision.
    def back_to(goal)
      while @revision > goal
        stop = [ (@revision - 1) / EVERY * EVERY, goal ].max
        @model = undone(stop).apply(@model)
        @revision = stop
        Checkpoint.keep(@stored, stop, @model) if (stop % EVERY).zero? && stop.positive?
      end
      @model
    end

    private

    # All entries of a stretch taken back, as one change.
    def undone(stop)
      entries = @stored.journal_entries.where(revision: (stop + 1)..@revision).order(revision: :desc)
      Kelvath::ChangeSet::Folding.of(entries.map { |entry| entry.change_set.inverse })
    end
  end
end
