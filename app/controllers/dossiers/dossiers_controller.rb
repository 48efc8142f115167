# frozen_string_literal: true

# Dossiers of a model: what is published of it, and how.
class DossiersController < ApplicationController
  include DossierScoped

  def index
    redirect_to model_dossier_path(@stored, Kelvath::Publishing.all(@model).first.id)
  end

  # chapter: the id of the one that is shown.
  def show
    @page = DossierPage.new(@stored, @model, @dossier, params[:chapter])
    @desk = Desk.new(@stored, @model, view: "dossier", stage: "dossier")
  end

  # name: of a new one; from: the id of the one that it begins as a copy of, if any.
  def create
    from = params[:from].present? ? Kelvath::Publishing.fetch(@model, params[:from]) : nil
    keep(*Kelvath::Publishing.copy(@model, from, params.require(:name), ids: Ids))
  end

  # field, value: as typed; taken: ids of what is ticked; file: a picture for its logo.
  def update
    change, id = Kelvath::Publishing::Shaping.set(@model, @dossier.id, params.require(:field), value, ids: Ids)
    keep(change, id, params[:chapter])
  end

  def destroy
    keep(Kelvath::Editing.remove(@model, [ @model.fetch(@dossier.id, :dossier).id ], ids: Ids),
         Kelvath::Publishing.all(@model).find { |each| each.id != @dossier.id }.id)
  end

  private

  def value
    return Logo.read(params[:file]) if params[:file]

    params[:taken] ? Array(params[:taken]) : params[:value].to_s
  end
end
