# frozen_string_literal: true

# Chapters of a dossier.
class ChaptersController < ApplicationController
  include DossierScoped

  # sort: what it holds.
  def create = keep(*shape(:add, params.require(:sort)))

  # field, value: as typed, or taken: keys of what is ticked; or by: -1 or 1, a place up or down.
  def update
    if params[:by].present?
      keep(*shape(:move, params[:id], params[:by].to_i.clamp(-1, 1)))
    else
      keep(*shape(:set_chapter, params[:id], params.require(:field),
                  params[:taken] ? Array(params[:taken]) : params[:value].to_s))
    end
  end

  def destroy = keep(*shape(:remove_chapter, params[:id]))

  private

  def shape(way, *given) = Kelvath::Publishing::Shaping.public_send(way, @model, @dossier.id, *given, ids: Ids)
end
