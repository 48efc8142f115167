# frozen_string_literal: true

class DiagramsController < ApplicationController
  include ModelScoped

  WHOLE = 250 # up to so many cards are sent with all they say; of more, the names alone at first

  def show
    @diagram = @model.fetch(params[:id], :diagram)
    @desk = Desk.new(@stored, @model, view: "diagram", diagram: @diagram)
    @scene = SceneCache.fetch(@stored, @model, @diagram.id, other_names: other_names?)
  end

  # A new diagram of a stage: empty, or with the entities of a subject area.
  def create
    within = params.permit(:design_id, :subject_area_id).to_h.symbolize_keys.transform_values(&:presence)
    change_set = Kelvath::Editing::Diagrams.open(@model, name: params.require(:name), stage: params.require(:stage),
                                                 ids: Ids, **within)
    @stored.journal.commit(change_set, by: person)
    diagram = change_set.additions.find { |element| element.kind == :diagram }
    redirect_to model_diagram_path(@stored, diagram.id), status: :see_other
  end

  def destroy
    diagram = @model.fetch(params[:id], :diagram)
    @stored.journal.commit(Kelvath::Editing.remove(@model, [ diagram.id ], ids: Ids), by: person)
    redirect_to model_path(@stored), status: :see_other
  end
end
