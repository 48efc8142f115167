# frozen_string_literal: true

# Whether an identifier is the primary one.
class IdentifierRanksController < ApplicationController
  include ModelScoped

  def update
    draft = Kelvath::Draft.new(@model, ids: Ids)
    identifier = @model.fetch(params[:element_id], :identifier)
    Kelvath::Editing::Identifiers.send(params[:primary] == "yes" ? :promote : :demote, draft, identifier.id)
    owner = @model.fetch(identifier.parent_id).name
    commit draft.change_set, label: params[:primary] == "yes" ? "Made an identifier of #{owner} the primary one" :
                                      "Made the primary identifier of #{owner} an alternate"
  end
end
