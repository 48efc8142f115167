# frozen_string_literal: true

# A deleted model brought back.
class RecoveriesController < ApplicationController
  def create
    stored = StoredModel.deleted.find(params[:model_id])
    stored.update!(deleted_at: nil)
    flash[:notice] = "#{stored.name} is back."
    redirect_to models_path, status: :see_other
  end
end
