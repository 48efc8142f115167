# frozen_string_literal: true

# Recipes, changed part by part where a script is shown.
class RecipesController < ApplicationController
  include DesignScoped

  # A copy under another name. from: the recipe's id; name: of the copy.
  def create
    change, id = Kelvath::Scripting::Recipes.copy(@model, params.require(:from), params.require(:name), ids: Ids)
    keep change, "Made the recipe #{params[:name]}", id
  end

  # field, value: as typed; a list comes as one.
  def update
    change, id = Kelvath::Scripting::Recipes.set(@model, params[:id], params.require(:field), value, ids: Ids)
    keep change, nil, id
  rescue Kelvath::InvalidValue => error
    @wrong = [ params[:field].to_s, error.message ]
    params[:from].present? ? show_alteration : show_script
  end

  def destroy
    recipe = @model.fetch(params[:id], :recipe)
    keep Kelvath::Editing.remove(@model, [ recipe.id ], ids: Ids), nil, nil
  end

  private

  def show_script
    @page = ScriptPage.new(@stored, @model, @design, params[:id])
    @desk = Desk.new(@stored, @model, view: "script", stage: "script", design: @design)
    render "scripts/show", status: :unprocessable_entity
  end

  def show_alteration
    @page = AlterationPage.new(@stored, @model, @design, from: params[:from], recipe: params[:id])
    @desk = Desk.new(@stored, @model, view: "alter", stage: "script", design: @design)
    render "alterations/show", status: :unprocessable_entity
  end

  def value
    list = params[:left_out]
    return params[:value].to_s if list.nil?

    (Kelvath::Scripting::Recipes::KINDS.keys & Array(list)).join(", ")
  end

  def keep(change, label, id)
    @stored.journal.commit(change, by: person, label:, follow: false)
    from = params[:from].presence
    redirect_to from ? model_design_alteration_path(@stored, @design.id, from:, recipe: id) :
                  model_design_script_path(@stored, @design.id, recipe: id), status: :see_other
  end
end
