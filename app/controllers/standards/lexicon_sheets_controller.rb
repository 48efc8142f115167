# frozen_string_literal: true

# A lexicon as a spreadsheet file, out and in. What comes in is shown row by row before it is taken.
class LexiconSheetsController < ApplicationController
  include StandardScoped

  def show
    rows = Kelvath::Naming::LexiconSheet.out(Kelvath::Naming::Lexicon.of(@model))
    respond_to do |format|
      format.csv do
        send_data SheetFile.csv(rows), filename: "#{@stored.name.parameterize}.csv", type: "text/csv; charset=utf-8"
      end
      format.xlsx { send_data SheetFile.xlsx(rows, @stored.name), filename: "#{@stored.name.parameterize}.xlsx",
                              type: Mime[:xlsx].to_s }
    end
  end

  def create
    @rows = SheetFile.read(params[:file], formulas: true)
    @sheet = Kelvath::Naming::LexiconSheet.new(@model, @rows, ids: Ids)
  end

  # Takes what was shown: the rows come back with the page.
  def update
    sheet = Kelvath::Naming::LexiconSheet.new(@model, SheetFile.sent(params.require(:rows)), ids: Ids)
    done = commit sheet.change(taken: Array(params[:taken]).map { |number| number.to_s.to_i }),
                  label: "Took #{helpers.counted(sheet.of(:new).size, 'word')}" \
                         " and #{helpers.counted(Array(params[:taken]).size, 'change')} in from a file"
    flash[:notice] = done ? done.entry.label : "The file brought nothing new."
    redirect_to lexicon_path(@stored), status: :see_other
  end
end
