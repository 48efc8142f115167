# frozen_string_literal: true

# One change of all that a sweep finds: shown first, then done, as one entry of the journal.
class SweepChangesController < ApplicationController
  include ModelScoped

  # key, way, text, by: as Kelvath::Sweeping::Changing takes them.
  def show
    @page = SweepPage.new(@model, @model.fetch(params[:sweep_id], :sweep))
    @changing = changing
    @desk = Desk.new(@stored, @model, view: "sweeps")
  end

  # parts: ids of what was shown; taken: of these, what is ticked. What was not shown is taken, too.
  def create
    @page = SweepPage.new(@model, @model.fetch(params[:sweep_id], :sweep))
    left = Array(params[:parts]) - Array(params[:taken])
    only = changing.rows.map(&:element_id) - left
    change = changing.change_set(ids: Ids, only:)
    label = "Swept “#{@page.sweep.name}”: #{changing.label} of #{helpers.counted(change.updates.size, @page.title)}"
    @stored.journal.commit(change, by: person, label:) unless change.empty?
    redirect_to model_sweep_path(@stored, @page.sweep.id), status: :see_other
  end

  private

  def changing
    action = Kelvath::Sweeping::Changing::Action.new(key: params.require(:key), way: params.require(:way),
                                                     text: params[:text], by: params[:by])
    @changing ||= Kelvath::Sweeping::Changing.new(@model, @page.found, action, kind: @page.kinds)
  end
end
