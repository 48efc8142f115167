# frozen_string_literal: true

# What cards and the lines at them say, for those of a large diagram that have come into sight.
class BodiesController < ApplicationController
  include DiagramScoped

  MOST = 120

  def show
    scene = SceneCache.fetch(@stored, @model, @diagram.id, other_names: other_names?)
    boxes = params[:ids].to_s.split(",").first(MOST).filter_map { |id| scene.boxes[id] }
    ids = boxes.to_set(&:id)
    lines = scene.lines.each_value.select { |line| ids.include?(line.from_id) || ids.include?(line.to_id) }
    render "bodies/show", layout: false, locals: { boxes:, lines: }
  end
end
