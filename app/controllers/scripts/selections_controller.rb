# frozen_string_literal: true

# The script of what is selected.
class SelectionsController < ApplicationController
  include DesignScoped

  # chosen: ids of tables and views of the design, with commas between.
  def create
    elements = params.require(:chosen).split(",").first(2000).map { |id| @model.fetch(id, :table, :view) }
    change, id = Kelvath::Scripting::Recipes.of_selection(@model, elements, ids: Ids)
    label = "Selected #{helpers.counted(elements.size, "object")} for a script"
    @stored.journal.commit(change, by: person, label:, follow: false)
    redirect_to model_design_script_path(@stored, @design.id, recipe: id), status: :see_other
  end
end
