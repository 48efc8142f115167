# frozen_string_literal: true

# How the person looks at a ledger, from the address.
module LedgerViewed
  private

  def ledger_view
    columns = params[:columns].presence &&
              Array(params[:columns].is_a?(String) ? params[:columns].split(",") : params[:columns])
    Kelvath::Ledger::View.new(columns:, sort: params[:sort].presence, filter: params[:filter].presence,
                              flat: params[:flat] == "yes", other_names: other_names?)
  end
end
