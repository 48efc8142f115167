# frozen_string_literal: true

# Deriving a design again: what it would do, and doing it.
class RederivationsController < ApplicationController
  include DesignScoped, ConfirmsShown

  SIDES = { "mine" => :mine, "theirs" => :theirs }.freeze

  def show
    @page = AgainPage.new(@model, @design)
    @settled = {}
    @desk = desk("again")
  end

  # settled: { a conflict's key => "mine" or "theirs" }. What is not settled yet comes back to be.
  def create
    @page = AgainPage.new(@model, @design)
    @settled = (params[:settled].presence&.to_unsafe_h || {}).transform_values { |side| SIDES[side] }.compact
    return ask_anew unless seen?(@page.shown)

    open = @page.conflicts.count { |each| !%i[mine theirs].include?(@settled[each.key]) }
    return ask_again(open) if open.positive?

    change = @page.merge.change_set(@settled, ids: Ids)
    @stored.journal.commit(change, by: person, label: "Derived #{@design.name} again", follow: false) do
      KeptBase.keep(@page.merge.base)
    end
    flash[:notice] = "Derived #{@design.name} again."
    redirect_to model_design_decisions_path(@stored, @design.id), status: :see_other
  end

  private

  def ask_anew
    @wanting = Shown::GONE
    @desk = desk("again")
    render :show, status: :conflict
  end

  def ask_again(open)
    @wanting = "#{helpers.counted(open,
'conflict')} #{open == 1 ? 'is' : 'are'} not settled yet: choose a side for each."
    @desk = desk("again")
    render :show, status: :unprocessable_entity
  end
end
