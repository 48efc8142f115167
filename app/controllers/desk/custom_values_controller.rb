# frozen_string_literal: true

# What a custom field says of an element; addressed by the field.
class CustomValuesController < ApplicationController
  include ModelScoped

  def update
    commit Kelvath::Draft.change(@model, ids: Ids) { |draft|
      Kelvath::Custom.set(draft, params.require(:element_id), params[:id], params[:value].to_s, seen: params[:seen])
    }
  end
end
