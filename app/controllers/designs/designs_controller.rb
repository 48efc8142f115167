# frozen_string_literal: true

class DesignsController < ApplicationController
  include ModelScoped

  def index
    @desk = Desk.new(@stored, @model, view: "designs", stage: "physical")
  end

  # Derives a new design with its diagram, in one commit. Where a standard named it, the names come first.
  def create
    choice = NamingStandard::Choice.of(@model)
    derived = Kelvath::Starting.design(@model, platform: params.require(:platform), ids: Ids, standard: choice.standard)
    @stored.journal.commit(derived.change_set, by: person, label: "Derived the design #{derived.name}",
                           follow: false) do
      KeptBase.keep(derived.base)
    end
    flash[:notice] = [ "Derived the design #{derived.name}.", *derived.remarks.first(4) ].join(" ")
    named = model_naming_path(@stored, design: derived.design_id, show: "all")
    redirect_to choice.plain? ? model_diagram_path(@stored, derived.diagram_id) : named, status: :see_other
  end

  # Its name, or the version of its platform that it is for.
  def update
    design = @model.fetch(params[:id], :design)
    change = Kelvath::Editing.set(@model, design.id, params.require(:field), params[:value], ids: Ids)
    @stored.journal.commit(change, by: person)
    redirect_to model_designs_path(@stored), status: :see_other
  end

  # The design with its diagrams; undo brings it back.
  def destroy
    design = @model.fetch(params[:id], :design)
    diagrams = @model.all(:diagram).select { |each| each.design_id == design.id }
    @stored.journal.commit(Kelvath::Editing.remove(@model, [ design.id, *diagrams.map(&:id) ], ids: Ids), by: person,
                           label: "Removed the design #{design.name}", follow: false)
    redirect_to model_designs_path(@stored), status: :see_other
  end
end
