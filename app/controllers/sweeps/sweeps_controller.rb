# frozen_string_literal: true

# Sweeps of a model: kept questions about all elements of a kind.
class SweepsController < ApplicationController
  include ModelScoped
  Shaping = Kelvath::Sweeping::Shaping

  def index
    first = @model.all(:sweep).min_by { |each| each.position || 0 }
    return redirect_to model_sweep_path(@stored, first.id) if first

    @desk = Desk.new(@stored, @model, view: "sweeps")
    render :index
  end

  def show
    @page = SweepPage.new(@model, @model.fetch(params[:id], :sweep))
    @desk = Desk.new(@stored, @model, view: "sweeps")
    respond_to do |format|
      format.html
      format.csv { send_data SheetFile.csv(@page.sheet), filename: "#{file}.csv", type: "text/csv; charset=utf-8" }
      format.xlsx { send_data SheetFile.xlsx(@page.sheet, @page.sweep.name), filename: "#{file}.xlsx",
                                                                            type: Mime[:xlsx].to_s }
    end
  end

  # name, of: what a new one is called, and the kind that it is about; chosen: ids of what is selected, with commas.
  def create
    chosen = params[:chosen].to_s.split(",")
    change, id = Shaping.start(@model, params.require(:name), params.require(:of), ids: Ids, chosen:)
    keep(change, id)
  end

  # field, value: as typed; taken: keys of what is ticked. The field "place" is where it looks.
  def update
    value = params[:taken] ? Array(params[:taken]) : params[:value].to_s
    change = params[:field] == "place" ? Shaping.place(@model, params[:id], value, ids: Ids) :
               Shaping.set(@model, params[:id], params.require(:field), value, ids: Ids)
    keep(change, params[:id])
  end

  def destroy
    keep(Kelvath::Editing.remove(@model, [ @model.fetch(params[:id], :sweep).id ], ids: Ids), nil)
  end

  private

  def file = "#{@model.header.name} #{@page.sweep.name}".parameterize

  def keep(change, id)
    @stored.journal.commit(change, by: person, follow: false) unless change.empty?
    redirect_to id ? model_sweep_path(@stored, id) : model_sweeps_path(@stored), status: :see_other
  end
end
