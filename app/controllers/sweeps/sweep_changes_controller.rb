# frozen_string_literal: true

# One change of all that a sweep finds: shown first, then done, as one entry of the journal.
class SweepChangesController < ApplicationController
  include ModelScoped, ConfirmsShown

  # key, way, text, by: as Kelvath::Sweeping::Changing takes them.
  def show
    @page = SweepPage.new(@model, @model.fetch(params[:sweep_id], :sweep))
    @changing = changing
    @shown = shown
    @desk = Desk.new(@stored, @model, view: "sweeps")
  end

  # parts: ids of what was shown; taken: of these, what is ticked. What was not shown is taken, too.
  def create
    @page = SweepPage.new(@model, @model.fetch(params[:sweep_id], :sweep))
    @shown = shown
    return show_anew unless seen?(@shown)

    left = Array(params[:parts]) - Array(params[:taken])
    only = changing.rows.map(&:element_id) - left
    change = changing.change_set(ids: Ids, only:)
    label = "Swept “#{@page.sweep.name}”: #{changing.label} of #{helpers.counted(change.updates.size, @page.title)}"
    @stored.journal.commit(change, by: person, label:) unless change.empty?
    redirect_to model_sweep_path(@stored, @page.sweep.id), status: :see_other
  end

  private

  # What would change, all of it; and what cannot.
  def shown
    rows = changing.rows.map { |row| SweepPage.line(row) }
    change = changing.change_set(ids: Ids, only: changing.rows.map(&:element_id))
    Shown.new(Kelvath::ChangeSet::Fingerprint.of(change, others: rows), rows)
  end

  def show_anew
    @wanting = Shown::GONE
    @desk = Desk.new(@stored, @model, view: "sweeps")
    render :show, status: :conflict
  end

  def changing
    action = Kelvath::Sweeping::Changing::Action.new(key: params.require(:key), way: params.require(:way),
                                                     text: params[:text], by: params[:by])
    @changing ||= Kelvath::Sweeping::Changing.new(@model, @page.found, action, kind: @page.kinds)
  end
end
