# frozen_string_literal: true

# A new model while it is written.
class StartingModel
  # stored: its row, which is not ready; change_set: the additions it begins with.
  def initialize(stored, change_set)
    @stored = stored
    @beginning, @filling = Kelvath::Starting.split(change_set)
  end

  # Writes everything; answers the stored model. Raises Kelvath::InvalidChange, and leaves nothing then.
  def write(by:, label:, progress:, &last)
    after = model
    entries = entries(by, label)
    write_elements(after, progress)
    StoredModel.transaction { finish(entries, after, &last) }
    ModelCache.put(@stored.id, @stored.revision, after)
    @stored
  rescue StandardError
    @stored.discard
    raise
  end

  private

  # The empty model, then the filled one; both must hold.
  def model
    [ @beginning, @filling ].reduce(Kelvath::Model::EMPTY) do |before, change|
      change.apply(before).tap { |after| Kelvath::Invariants.check(change, after) }
    end
  end

  def entries(by, label)
    labels = @filling.empty? ? [ label ] : [ "Began the #{@stored.sort}", label ]
    [ @beginning, @filling ].zip(labels).reject { |change, _| change.empty? }.each_with_index.map do |(change_set, each), index|
      @stored.journal_entries.new(revision: index + 1, person: by, kind: "change", label: each, change_set:)
    end
  end

  def write_elements(after, progress)
    elements = after.elements.values
    written = 0
    ElementStore.insert_in_pieces(@stored.id, elements) do |count|
      progress.step(written += count, elements.size, "writing elements")
    end
  end

  def finish(entries, after)
    entries.each(&:save!)
    @stored.update!(revision: entries.size, ready: true, name: after.header.name.presence || @stored.name)
    yield @stored if block_given?
  end
end
