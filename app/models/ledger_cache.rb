# frozen_string_literal: true

# The latest ledgers of this process, so that a change works out anew only the groups that it touched.
module LedgerCache
  KEPT = 12
  LOCK = Monitor.new
  @ledgers = {}

  module_function

  # The ledger of a scope and view at a model's revision, made from the one before where there is one.
  def fetch(stored, model, scope, view)
    LOCK.synchronize do
      key = [ stored.id, scope, view.to_a ]
      revision, ledger = @ledgers.delete(key)
      ledger = Kelvath::Ledger.of(model, scope, view:, previous: ledger) unless revision == stored.revision
      @ledgers[key] = [ stored.revision, ledger ]
      @ledgers.shift while @ledgers.size > KEPT
      ledger
    end
  end
end
