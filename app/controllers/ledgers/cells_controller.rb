# frozen_string_literal: true

# One cell of a ledger.
class CellsController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def update
    return render("cells/shown", layout: false, locals: cell) if params[:shown_again]

    commit Kelvath::Ledger::Cells.change(@model, params[:id], params.require(:column), params[:value], ids: Ids,
                                         seen: params[:seen])
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    render "cells/refused", layout: false, status: error.is_a?(Kelvath::Conflict) ? :conflict : :unprocessable_entity,
                            locals: { **cell, typed: params[:value], error: }
  end

  private

  # { row:, column: } as they are now; nil for what is not in the ledger.
  def cell
    ledger = Kelvath::Ledger.of(@stored.reload.model, params[:ledger], view: ledger_view)
    { row: ledger.row(params[:id]), column: ledger.columns.find { |each| each.name == params[:column] } }
  end
end
