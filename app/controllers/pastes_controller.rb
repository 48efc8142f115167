# frozen_string_literal: true

# A block of cells from a spreadsheet, as tabs and line ends.
class PastesController < ApplicationController
  include ModelScoped

  MOST_ROWS = 5000

  def create
    rows = params.require(:text).delete_suffix("\n").split(/\r\n|\n|\r/).map { |line| line.split("\t", -1) }
    return complain("You pasted #{rows.size} rows; #{MOST_ROWS} at most go in at once.", status: :unprocessable_entity) if rows.size > MOST_ROWS

    commit Kelvath::Editing::Attributes.paste(@model, params.require(:entity_id), rows, ids: Ids, start_id: params[:start_id].presence,
                                              first_column: params[:column].presence || "name"), label: "Pasted #{rows.size} rows into #{@model.fetch(params[:entity_id]).name}"
  end
end
