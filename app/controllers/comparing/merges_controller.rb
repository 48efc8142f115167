# frozen_string_literal: true

# What is decided of a comparison, taken into one of its sides: shown first, then done as one change; or written as a
# script for a database.
class MergesController < ApplicationController
  include ComparisonScoped, ConfirmsShown

  before_action :set_page

  # into: "left" or "right".
  def show
    @merge = merge
    respond_to do |format|
      format.html
      format.sql { send_data @merge.alteration.script.text, filename: "#{@merge.title.parameterize}.sql",
                                                            type: "application/sql" }
    end
  end

  def create
    @merge = merge
    stored = @merge.stored or raise Kelvath::Error, "#{@merge.title} is a state that stays as it is."
    unless seen?(@merge.shown)
      @wanting = Shown::GONE
      return render :show, status: :conflict
    end

    stored.journal.commit(@merge.taking.change_set, by: person, follow: false,
                          label: "Merged from #{@merge.other_title}: #{helpers.counted(@merge.size, "difference")}")
    flash[:notice] = "#{stored.name} took #{helpers.counted(@merge.size, "difference")}: one undo takes all of it back."
    redirect_to model_comparison_path(@stored, @comparison), status: :see_other
  end

  private

  def merge = MergePreview.new(@comparison, params[:into].presence_in(%w[left right]) || "left")
end
