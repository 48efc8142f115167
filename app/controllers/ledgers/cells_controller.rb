# frozen_string_literal: true

# One cell of a ledger.
class CellsController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def update
    commit Kelvath::Ledger::Cells.change(@model, params[:id], params.require(:column), params[:value], ids: Ids,
                                         seen: params[:seen])
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    ledger = Kelvath::Ledger.of(@stored.reload.model, params[:ledger], view: ledger_view)
    column = ledger.columns.find { |each| each.name == params[:column] }
    render "cells/refused", layout: false, status: error.is_a?(Kelvath::Conflict) ? :conflict : :unprocessable_entity,
                            locals: { row: ledger.row(params[:id]), column:, typed: params[:value], error: }
  end
end
