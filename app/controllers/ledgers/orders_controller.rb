# frozen_string_literal: true

# Rows of a ledger moved up or down among their like.
class OrdersController < ApplicationController
  include ModelScoped

  def create
    ids = params.require(:rows).to_s.split(",")
    commit Kelvath::Ledger::Cells.reorder(@model, ids, params[:steps].to_i, ids: Ids),
           label: "Moved #{helpers.counted(ids.size, 'row')} #{params[:steps].to_i.negative? ? 'up' : 'down'}"
  end
end
