# frozen_string_literal: true

# Laying a diagram out anew.
class LayoutsController < ApplicationController
  include ModelScoped

  def create
    commit Kelvath::Editing::Diagrams.lay_out(@model, params[:diagram_id], ids: Ids), label: "Laid out #{@model.fetch(params[:diagram_id]).name}"
  end
end
