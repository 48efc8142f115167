# frozen_string_literal: true

# A typed line: the name of a new entity, or a sentence.
class LinesController < ApplicationController
  include ModelScoped

  def create
    outcome = Kelvath::Prose::QuickLine.read(@model, params.require(:text), ids: Ids, place:)
    made = @stored.journal.commit(outcome.change_set, by: person)
    return complain("That is in the model already.", status: :unprocessable_entity) unless made

    repaint made, select: (outcome.relationship_id || outcome.entity_ids.last unless params[:keep])
  end

  private

  def place
    return {} unless params[:x].present? && params[:diagram_id].present?

    { params[:diagram_id] => [ params[:x].to_f, params[:y].to_f ] }
  end
end
