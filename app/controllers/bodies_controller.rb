# frozen_string_literal: true

# What cards say, for those of a large diagram that have come into sight.
class BodiesController < ApplicationController
  include DiagramScoped

  MOST = 120

  def show
    scene = SceneCache.fetch(@stored, @model, @diagram.id)
    boxes = params[:ids].to_s.split(",").first(MOST).filter_map { |id| scene.boxes[id] }
    render "bodies/show", layout: false, locals: { boxes: }
  end
end
