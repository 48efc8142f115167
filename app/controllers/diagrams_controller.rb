# frozen_string_literal: true

class DiagramsController < ApplicationController
  include ModelScoped

  def show
    @diagram = @model.fetch(params[:id])
    raise Kelvath::NotFound, "" unless @diagram.kind == :diagram

    @desk = Desk.new(@stored, @model, view: "diagram", diagram: @diagram)
    @scene = SceneCache.fetch(@stored, @model, @diagram.id)
  end
end
