# frozen_string_literal: true

# A block of cells from a spreadsheet, as tabs and line ends, written over rows of a ledger.
class PastesController < ApplicationController
  include ModelScoped

  MOST_ROWS = 5000

  def create
    rows = params.require(:text).delete_suffix("\n").split(/\r\n|\n|\r/).map { |line| line.split("\t", -1) }
    if rows.size > MOST_ROWS
      return complain("You pasted #{rows.size} rows; #{MOST_ROWS} at most go in at once.",
                      status: :unprocessable_entity)
    end

    commit change(rows), label: "#{params[:filled].present? ? 'Filled' : 'Pasted'} #{helpers.counted(rows.size, 'row')}"
  end

  private

  # Into an entity rows may be added; elsewhere what is there is written over.
  def change(rows)
    columns = Array(params.require(:columns)).flat_map { |names| names.split(",") }
    if params[:entity_id].present? && (columns - Kelvath::Editing::Attributes::COLUMNS).empty?
      return Kelvath::Editing::Attributes.paste(@model, params[:entity_id], rows, ids: Ids,
                                                start_id: params[:start_id].presence, columns:)
    end

    Kelvath::Ledger::Cells.fill(@model, params[:rows].to_s.split(","), columns, rows, ids: Ids)
  end
end
