# frozen_string_literal: true

# A small picture of a model's first diagram: its cards and lines, without what they say.
class PicturesController < ApplicationController
  MOST = 400 # cards

  def show
    stored = StoredModel.of_sort("model").find(params[:model_id])
    return unless stale?(etag: [ stored.id, stored.revision ])

    model = stored.model
    diagram = Desk.new(stored, model, view: nil).first_diagram
    @scene = SceneCache.fetch(stored, model, diagram.id) if model.children(diagram.id, :diagram_node).size <= MOST
    render "pictures/show", formats: :svg, layout: false, content_type: "image/svg+xml"
  end
end
