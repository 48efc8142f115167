# frozen_string_literal: true

class ModelsController < ApplicationController
  def index
    @models = StoredModel.of_sort("model").recent
    @choices = StandardChoices.new
    @samples = DemoFiles.all
    @starters = KeptStarter.everything
    @model_name = params[:name]
  end

  def show
    stored = StoredModel.ready.find(params[:id])
    return redirect_to(helpers.standard_page(stored)) unless stored.model?

    redirect_to model_diagram_path(stored, Desk.new(stored, stored.model, view: "diagram").first_diagram.id)
  end

  # Empty, or with what a starter brings.
  def create
    name = params.require(:name)
    starter = params[:starter].presence && KeptStarter.fetch(params[:starter])
    stored = starter ?
               StoredModel.start(name, by: person, label: "Began with the starter #{starter.name}",
                                 change_set: Kelvath::Starters.begin(starter, name, ids: Ids)) :
               StoredModel.start(name, by: person, label: "Began an empty model")
    redirect_to model_path(stored), status: :see_other
  end
end
