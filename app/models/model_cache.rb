# frozen_string_literal: true

# The latest models of this process by (id, revision), moved on by the journal's tail. The least
# recently used leaves when there are too many.
module ModelCache
  KEPT = 6
  LOCK = Monitor.new
  @models = {}

  module_function

  # The Kelvath::Model of a stored model at its present revision.
  def fetch(stored)
    LOCK.synchronize do
      revision, model = @models.delete(stored.id)
      model = revision && revision <= stored.revision ? move_on(model, revision, stored) : Kelvath::Model.of(ElementStore.read(stored.id))
      put(stored.id, stored.revision, model)
    end
  end

  def put(id, revision, model)
    LOCK.synchronize do
      @models.delete(id)
      @models[id] = [ revision, model ]
      @models.shift while @models.size > KEPT
    end
    model
  end

  def clear = LOCK.synchronize { @models.clear }

  def move_on(model, revision, stored)
    return model if revision == stored.revision

    stored.journal_entries.where(revision: (revision + 1)..stored.revision).order(:revision).reduce(model) { |older, entry| entry.change_set.apply(older) }
  end
end
