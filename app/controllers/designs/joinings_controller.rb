# frozen_string_literal: true

# What was read joins the model: what is new and what would change, ticked, and written as one change.
class JoiningsController < ApplicationController
  include ModelScoped, ConfirmsShown

  layout "application"
  before_action :set_page

  def show; end

  # taken: keys of the offers that are ticked.
  def update
    @taken = Array(params[:taken])
    unless seen?(@page.shown)
      @wanting = Shown::GONE
      return render :show, status: :conflict
    end

    change, base = @page.change_set(@taken)
    if change.empty?
      @wanting = "Nothing is ticked: tick what the model is to have."
      return render :show, status: :unprocessable_entity
    end

    @stored.journal.commit(change, by: person, label: "Read #{@run.title} into #{@page.design.name}", follow: false) do
      KeptBase.keep(base) if base
    end
    flash[:notice] = "Read #{@run.title} into #{@page.design.name}: one undo takes all of it back."
    diagram = @stored.model.all(:diagram).find { |each| each.design_id == @page.design.id }
    redirect_to diagram ? model_diagram_path(@stored, diagram.id) : model_path(@stored), status: :see_other
  end

  private

  # apart: ids of tables that were taken for others, and are to be read as tables of their own.
  def set_page
    @run = @stored.runs.find_by!(id: params[:id], kind: "joining", state: "done")
    @apart = Array(params[:apart])
    @page = JoiningPage.new(@model, @run, apart: @apart)
  end
end
