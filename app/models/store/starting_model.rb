# frozen_string_literal: true

# A new model while it is written.
class StartingModel
  LARGE = 20_000 # elements that are checked, and packed for the journal, while they are written

  # stored: its row, which is not ready; change_set: the additions it begins with; model: what they make, if it
  # is known already; rest: as StoredModel.start takes it.
  def initialize(stored, change_set, model = nil, rest = nil)
    @stored, @rest = stored, rest
    @model = model || change_set.apply(Kelvath::Model::EMPTY)
    @beginning, @filling = Kelvath::Starting.split(change_set)
  end

  # Writes everything; answers the stored model. Raises Kelvath::InvalidChange, and leaves nothing then.
  def write(by:, label:, progress:, &last)
    under_way = checking
    write_elements(progress)
    filling = under_way.call
    entries = entries(by, label, @rest ? completed : filling)
    StoredModel.transaction { finish(entries, &last) }
    ModelCache.put(@stored.id, @stored.revision, @model)
    @stored
  rescue StandardError
    @stored.discard
    raise
  end

  private

  # Has all checked and, if nothing is to come, packed for the journal; answers what waits for that.
  def checking
    (@model.size > LARGE ? Beside.method(:begin) : Kelvath::Starting::AT_ONCE).call do
      check
      @rest ? "" : JournalEntry.packed(@filling)
    end
  end

  # Sets what was not known before; answers all of it, packed.
  def completed
    rest = @rest.call
    @model = rest.apply(@model)
    Kelvath::Invariants.check(rest, @model)
    StoredModel.transaction { ElementStore.write(@stored.id, rest, @model) }
    JournalEntry.packed(Kelvath::ChangeSet::Folding.of([ @filling, rest ]))
  end

  # What every model has holds by itself, and so does all of it.
  def check
    Kelvath::Invariants.check(@beginning, @beginning.apply(Kelvath::Model::EMPTY))
    Kelvath::Invariants.check(@filling, @model)
  end

  # filling: packed
  def entries(by, label, filling)
    parts = [ [ @beginning, @filling.empty? ? label : "Began the #{@stored.sort}", JournalEntry.packed(@beginning) ],
              [ @filling, label, filling ] ]
    parts.reject { |change, *| change.empty? }.each_with_index.map do |(_, each, changes_packed), index|
      @stored.journal_entries.new(revision: index + 1, person: by, kind: "change", label: each, changes_packed:)
    end
  end

  def write_elements(progress)
    written = 0
    ElementStore.insert_in_pieces(@stored.id, @model) do |count|
      progress.step(written += count, @model.size, "writing elements")
    end
  end

  def finish(entries)
    entries.each(&:save!)
    @stored.update!(revision: entries.size, ready: true, name: @model.header.name.presence || @stored.name)
    yield @stored if block_given?
  end
end
