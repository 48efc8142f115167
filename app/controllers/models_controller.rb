# frozen_string_literal: true

class ModelsController < ApplicationController
  def index
    @models = StoredModel.recent
    @samples = DemoFiles.all
    @model_name = params[:name]
  end

  def show
    stored = StoredModel.find(params[:id])
    redirect_to model_diagram_path(stored, Desk.new(stored, stored.model, view: "diagram").first_diagram.id)
  end

  def create
    stored = StoredModel.start(params.require(:name), by: person, label: "Began an empty model")
    redirect_to model_path(stored), status: :see_other
  end
end
