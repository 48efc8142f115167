# frozen_string_literal: true

# Rules of the type table, written and taken away where a design's choices are.
class TypeRulesController < ApplicationController
  include DesignScoped

  # about: a type, a domain or an attribute by name; becomes; everywhere: "1" for all designs for the platform.
  def create
    change = Kelvath::Editing::TypeRules.add(@model, @design, params[:about].to_s, params[:becomes].to_s, ids: Ids,
                                             everywhere: params[:everywhere] == "1")
    @stored.journal.commit(change, by: person, label: "Ruled that #{params[:about]} is #{params[:becomes]}",
                                   follow: false)
    redirect_to model_design_choices_path(@stored, @design.id, anchor: "types"), status: :see_other
  rescue Kelvath::InvalidValue => error
    @page = ChoicesPage.new(@model, @design, wrong: error.message, field: error.field)
    @desk = desk("choices")
    render "choices/show", status: :unprocessable_entity
  end

  def destroy
    rule = @model.fetch(params[:id], :type_rule)
    @stored.journal.commit(Kelvath::Editing.remove(@model, [ rule.id ], ids: Ids), by: person, follow: false)
    redirect_to model_design_choices_path(@stored, @design.id, anchor: "types"), status: :see_other
  end
end
