# frozen_string_literal: true

# The card of an entity, open for writing in place.
class EditorsController < ApplicationController
  include ModelScoped

  def show
    @element = @model.fetch(params[:element_id], :entity)
    @stage = @model.of_kind(params[:diagram_id], :diagram)&.stage || "logical"
    render layout: false
  end
end
