# frozen_string_literal: true

# The latest models of this process, moved on by the journal's tail.
module ModelCache
  # A model and the revision at which it is.
  Known = Struct.new(:revision, :model)

  MOST = 300_000 # elements of all models that stay, some 300 MB
  LATEST = Latest.new(40, most: MOST) { |known| known.model.weight }

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
    LATEST.fetch(id) { |known| known && known.revision >= revision ? known : known(revision, model) }
  end

  def clear = LATEST.clear

  def move_on(known, stored)
    later = stored.journal_entries.where("revision > ?", known.revision).order(:revision).to_a
    return known if later.empty?

    known(later.last.revision, Kelvath::ChangeSet::Folding.of(later.map(&:change_set)).apply(known.model))
  end

  # What is not loaded by then was not touched by what came before.
  def known(revision, model)
    model.absent.each_value { |part| part.untouched_until(revision) }
    Known.new(revision, model)
  end

  # One glance at the main part and the revision: writers may go on meanwhile. Designs are loaded when they are asked
  # for.
  def read(stored)
    ElementStore.glance do
      revision = StoredModel.where(id: stored.id).pick(:revision) || raise(ActiveRecord::RecordNotFound)
      elements = ElementStore.elements(StoredPart.main(stored.id))
      designs = elements.select { |element| element.kind == :design }.map(&:id)
      Known.new(revision, Kelvath::Model.of(elements, parts: StoredPart.all(stored.id, revision, designs)))
    end
  end
end
