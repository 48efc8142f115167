# frozen_string_literal: true

# A comparison as a file: what is looked at of the differences, and what stands.
class ComparisonReportsController < ApplicationController
  include ComparisonScoped

  before_action :set_page

  def show
    report = Kelvath::Merging::Report.new(@page.made, names: @comparison.titles, chosen: @page.standing,
                                                      differences: @page.shown)
    respond_to do |format|
      format.csv { send_data SheetFile.csv(report.sheet), filename: "#{file}.csv", type: "text/csv; charset=utf-8" }
      format.xlsx { send_data SheetFile.xlsx(report.sheet, "Differences"), filename: "#{file}.xlsx",
                                                                           type: Mime[:xlsx].to_s }
      format.any(:html, :pdf) { pages(report) }
    end
  end

  private

  def pages(report)
    format = params[:format].to_s.presence_in(%w[html pdf]) || "html"
    bytes = Publication.of_book(format, @model, report.book,
facts: { "issued" => l(Date.current, format: "%-d %B %Y") })
    send_data bytes, filename: "#{file}.#{format}", type: Publication::FORMATS.fetch(format).last,
                     disposition: "attachment"
  end

  def file = @comparison.titles.join(" and ").parameterize
end
