# frozen_string_literal: true

# Conditions of a sweep.
class ConditionsController < ApplicationController
  include ModelScoped

  # group: "yes" for a group of conditions; within: the group that it goes into.
  def create
    keep Kelvath::Sweeping::Shaping.add(@model, params[:within].presence || params[:sweep_id],
                                        group: params[:group] == "yes", ids: Ids)
  end

  # field, value: as typed or chosen.
  def update
    keep Kelvath::Sweeping::Shaping.set_condition(@model, params[:id], params.require(:field), params[:value].to_s,
                                                  ids: Ids)
  end

  def destroy
    keep Kelvath::Editing.remove(@model, [ @model.fetch(params[:id], :condition).id ], ids: Ids)
  end

  private

  def keep(change)
    @stored.journal.commit(change, by: person, follow: false) unless change.empty?
    redirect_to model_sweep_path(@stored, params[:sweep_id]), status: :see_other
  end
end
