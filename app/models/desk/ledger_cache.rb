# frozen_string_literal: true

# The latest ledgers of this process, so that a change works out anew only the groups that it touched.
module LedgerCache
  MOST = 150_000 # rows of all ledgers that stay
  TRAILS = Trail::Cache.new(40, most: MOST) do |model, scope, view, previous|
    Kelvath::Ledger.of(model, scope, view:, previous:)
  end

  module_function

  # The Kelvath::Ledger of a scope and view, at a model's revision (stored's) or a later one.
  def fetch(stored, model, scope, view)
    trail(stored.id, scope, view, stored.revision) { ModelCache::Known.new(stored.revision, model) }.value
  end

  # As Trail::Cache#fetch.
  def trail(model_id, scope, view, revision, &block) = TRAILS.fetch([ model_id, scope, view ], revision, &block)
end
