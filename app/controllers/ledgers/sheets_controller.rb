# frozen_string_literal: true

# A ledger as a spreadsheet file, out and in. What comes in is shown before it is taken.
class SheetsController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def show
    rows = Kelvath::Ledger::Sheet.out(Kelvath::Ledger.of(@model, params[:ledger_id], view: ledger_view))
    name = "#{@model.header.name} #{params[:ledger_id].delete_prefix('kind:')}".parameterize
    respond_to do |format|
      format.csv { send_data SheetFile.csv(rows), filename: "#{name}.csv", type: "text/csv; charset=utf-8" }
      format.xlsx do
        send_data SheetFile.xlsx(rows, @model.header.name), filename: "#{name}.xlsx", type: Mime[:xlsx].to_s
      end
    end
  end

  # Reads the file and says what it would change.
  def create
    @rows = SheetFile.read(params[:file])
    @reading = read(@rows)
    @address = params[:ledger_id]
    @desk = Desk.new(@stored, @model, view: "ledger", stage: "logical")
  end

  # Takes what was shown: the rows come back with the page.
  def update
    reading = read(SheetFile.sent(params.require(:rows)))
    raise Kelvath::Error, "The file no longer fits: #{reading.problems.first.last}" if reading.problems.any?

    @stored.journal.commit(reading.change_set, by: person,
                           label: "Took #{helpers.counted(reading.rows, 'row')} in from a file")
    redirect_to model_ledger_path(@stored, params[:ledger_id]), status: :see_other
  end

  private

  def read(rows) = Kelvath::Ledger::Sheet.new(Kelvath::Ledger.of(@model, params[:ledger_id]), ids: Ids).read(rows)
end
