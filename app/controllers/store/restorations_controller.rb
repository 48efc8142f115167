# frozen_string_literal: true

# A milestone made the present again, as a new change.
class RestorationsController < ApplicationController
  include ModelScoped

  def create
    milestone = @stored.milestones.find(params[:milestone_id])
    change = Kelvath::ChangeSet.between(@model, @stored.model_at(milestone.revision))
    done = @stored.journal.commit(change, by: person, label: "Restored the milestone #{milestone.name}", follow: false)
    flash[:notice] = done ? "The model is as it was at “#{milestone.name}”. Undo brings back what it was before." :
                       "Nothing has changed since “#{milestone.name}”."
    redirect_to model_path(@stored), status: :see_other
  end
end
