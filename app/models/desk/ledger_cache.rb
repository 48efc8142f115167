# frozen_string_literal: true

# The latest ledgers of this process, so that a change works out anew only the groups that it touched.
module LedgerCache
  MOST = 150_000 # rows of all ledgers that stay
  TRAILS = Trail::Cache.new(40, most: MOST) do |model, address, view, previous|
    Kelvath::Ledger.of(model, address, view:, previous:, decided: DesignMarks.of(model, address),
                             names: (OtherNames.of(model, model.of_kind(address, :design)&.id) if view.other_names))
  end

  module_function

  # The Kelvath::Ledger of a address and view, at a model's revision (stored's) or a later one.
  def fetch(stored, model, address, view)
    trail(stored.id, address, view, stored.revision) { ModelCache::Known.new(stored.revision, model) }.value
  end

  # As Trail::Cache#fetch.
  def trail(model_id, address, view, revision, &block) = TRAILS.fetch([ model_id, address, view ], revision, &block)
end
