# frozen_string_literal: true

# A script under review, at an address of its own.
class ReviewsController < ApplicationController
  def show
    @review = Review.find(params[:id])
    @changes = @review.changes
  end

  # Sends a design's script by a recipe. message: what the reader is asked.
  def create
    stored = StoredModel.ready.find(params[:model_id])
    model = stored.model
    page = ScriptPage.new(stored, model, model.fetch(params[:design_id], :design), params[:recipe])
    review = Review.of(stored, page, person:, message: params[:message])
    redirect_to review_path(review), status: :see_other
  end
end
