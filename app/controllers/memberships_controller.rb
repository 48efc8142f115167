# frozen_string_literal: true

# One id put into, or taken out of, a field that holds several: tags, members, subtypes.
class MembershipsController < ApplicationController
  include ModelScoped

  def update
    element = @model.fetch(params[:element_id])
    field = element.class.fetch_field(params.require(:field))
    raise Kelvath::Error, "#{field.label} does not hold several." unless field.references?

    ids = element[field.name]
    commit Kelvath::Editing.set(@model, element.id, field.name, params[:member] == "yes" ? ids | [ params.require(:id) ] : ids - [ params.require(:id) ])
  end
end
