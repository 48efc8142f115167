# frozen_string_literal: true

# One cell of a ledger.
class CellsController < ApplicationController
  include ModelScoped

  def update
    commit change_set
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    ledger = Kelvath::Ledger.of(@stored.reload.model, params[:ledger])
    render "cells/refused", layout: false, status: error.is_a?(Kelvath::Conflict) ? :conflict : :unprocessable_entity,
                            locals: { row: ledger.row(params[:id]), column: ledger.columns.find { |each| each.name == params[:column] }, typed: params[:value], error: }
  end

  private

  def change_set
    element = @model.fetch(params[:id])
    return Kelvath::Editing.set(@model, element.id, params.require(:column), params[:value], seen: params[:seen]) unless element.kind == :attribute

    Kelvath::Editing::Attributes.cell(@model, element.id, params.require(:column), params[:value], ids: Ids, seen: params[:seen])
  end
end
