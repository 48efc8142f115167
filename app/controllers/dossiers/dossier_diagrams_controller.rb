# frozen_string_literal: true

# Diagrams of a dossier: their order, and those that are too large for a page.
class DossierDiagramsController < ApplicationController
  include DossierScoped

  # by: -1 or 1, a place up or down; without it the diagram is divided by subject area.
  def update
    way, given = params[:by].present? ? [ :move_diagram, [ params[:by].to_i.clamp(-1, 1) ] ] : [ :divide, [] ]
    keep(*Kelvath::Publishing::Shaping.public_send(way, @model, @dossier.id, params[:id], *given, ids: Ids))
  end
end
