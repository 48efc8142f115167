# frozen_string_literal: true

# A typed line: the name of a new entity, or a sentence; on the drawing of a design the name of a table.
class LinesController < ApplicationController
  include ModelScoped

  def create
    diagram = @model.of_kind(params[:diagram_id], :diagram)
    return table(diagram) if diagram&.stage == "physical" && diagram.design_id

    outcome = Kelvath::Prose::QuickLine.read(@model, params.require(:text), ids: Ids, place:)
    made = @stored.journal.commit(outcome.change_set, by: person)
    return complain("That is in the model already.", status: :unprocessable_entity) unless made

    repaint made, select: (outcome.relationship_id || outcome.entity_ids.last unless params[:keep])
  end

  private

  def table(diagram)
    table = nil
    change = Kelvath::Draft.change(@model, ids: Ids) do |draft|
      table = Kelvath::Editing::Tables.add(draft, diagram.design_id, params.require(:text), place:)
    end
    repaint @stored.journal.commit(change, by: person), select: table.id
  end

  def place
    return {} unless params[:x].present? && @model.of_kind(params[:diagram_id], :diagram)

    { params[:diagram_id] => [ params[:x].to_f, params[:y].to_f ] }
  end
end
