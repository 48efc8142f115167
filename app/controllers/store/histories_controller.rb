# frozen_string_literal: true

# The history of one element: who changed what of it, when, from what; and a state of it brought back.
class HistoriesController < ApplicationController
  include ModelScoped

  def show
    @history = ElementHistory.new(@stored, @model, params[:element_id])
    raise Kelvath::NotFound, "The journal knows nothing of that element." if @history.lines.empty?

    @desk = Desk.new(@stored, @model, view: "history")
  end

  # revision: the state of the model in which it was as it is to be.
  def update
    revision = Integer(params.require(:revision), 10, exception: false).to_i.clamp(1, @stored.revision)
    old = @stored.model_at(revision)
    change = Kelvath::Restoring.one(@model, old, params[:element_id])
    label = "Made #{Kelvath::Describing.title(old.fetch(params[:element_id]), old)} what it was at No. #{revision}"
    @stored.journal.commit(change, by: person, label:, follow: false) unless change.empty?
    redirect_to model_element_history_path(@stored, params[:element_id]), status: :see_other
  end
end
