# frozen_string_literal: true

# A single piece of a model as a file: its sentences, its findings, a ledger as it is looked at, a diagram.
class ExtractsController < ApplicationController
  include ModelScoped

  # id: "prose", "findings", "ledger" or "diagram"; of: the ledger's address, the diagram's id; design: whose findings.
  def show
    book = book(params[:id])
    format = params[:format].to_s.presence_in(%w[html pdf]) ||
             raise(Kelvath::UnknownName, "A piece can be had as html or pdf.")
    bytes = Publication.of_book(format, @model, book, facts: { "issued" => l(Date.current, format: "%-d %B %Y") })
    send_data bytes, filename: "#{@model.header.name} #{book.dossier.name}".parameterize.concat(".#{format}"),
                     type: Publication::FORMATS.fetch(format).last, disposition: "attachment"
  end

  private

  def book(what)
    case what
    when "prose" then Kelvath::Publishing::Extract.prose(@model)
    when "findings" then Kelvath::Publishing::Extract.findings(@model, FindingsCache.fetch(@stored, @model, part))
    when "ledger" then ledger(params.require(:of))
    when "diagram" then Kelvath::Publishing::Extract.diagram(@model, params.require(:of))
    else raise Kelvath::UnknownName, "There is no such piece; there are prose, findings, ledger and diagram."
    end
  end

  def part = @model.of_kind(params[:design].to_s, :design)&.id

  def ledger(address)
    Kelvath::Publishing::Extract.ledger(Kelvath::Ledger.of(@model, address, view: ledger_view),
                                        helpers.ledger_title(@model, address))
  end
end
