# frozen_string_literal: true

class DesignsController < ApplicationController
  include ModelScoped

  def index
    @desk = Desk.new(@stored, @model, view: "designs", stage: "physical")
  end

  # Derives a new design with its diagram, in one commit.
  def create
    derived = Kelvath::Starting.design(@model, platform: params.require(:platform), ids: Ids)
    @stored.journal.commit(derived.change_set, by: person, label: "Derived the design #{derived.name}")
    flash[:notice] = [ "Derived the design #{derived.name}.", *derived.notes.first(4) ].join(" ")
    redirect_to model_diagram_path(@stored, derived.diagram_id), status: :see_other
  end
end
