# frozen_string_literal: true

# A copy of a whole model.
class CopiesController < ApplicationController
  def create
    copy = ModelCopy.of(StoredModel.of_sort("model").find(params[:model_id]), name: params[:name], by: person)
    redirect_to model_path(copy), status: :see_other
  end
end
