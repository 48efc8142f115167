# frozen_string_literal: true

# The latest models of this process, moved on by the journal's tail.
module ModelCache
  # A model and the revision at which it is.
  Known = Struct.new(:revision, :model)

  LATEST = Latest.new(6)

  module_function

  # Known: the model of a stored model at its revision, or at a later one that the process knows already.
  def fetch(stored)
    LATEST.fetch(stored.id) do |known|
      next known if known && known.revision >= stored.revision

      known ? move_on(known, stored) : read(stored)
    end
  end

  # What a commit made; a later one stays.
  def put(id, revision, model)
    LATEST.fetch(id) { |known| known && known.revision >= revision ? known : Known.new(revision, model) }
  end

  def clear = LATEST.clear

  def move_on(known, stored)
    later = stored.journal_entries.where("revision > ?", known.revision).order(:revision).to_a
    Known.new(later.last&.revision || known.revision, later.reduce(known.model) { |older, entry| entry.change_set.apply(older) })
  end

  # One glance at the tables and the revision: writers may go on meanwhile.
  def read(stored)
    ElementStore.glance do
      Known.new(StoredModel.where(id: stored.id).pick(:revision) || raise(ActiveRecord::RecordNotFound), Kelvath::Model.of(ElementStore.read(stored.id)))
    end
  end
end
