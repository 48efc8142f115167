# frozen_string_literal: true

# How lines would run if cards stood where they are being dragged: shown, not kept.
class TracesController < ApplicationController
  include DiagramScoped

  def create
    before = SceneCache.fetch(@stored, @model, @diagram.id)
    moved = Kelvath::Editing.move(@model, MovesController.places(params), ids: Ids).apply(@model)
    scene = Kelvath::Diagram::Scene.of(moved, @diagram.id, previous: before)
    lines = scene.changed_since(before)[:lines].map { |id| scene.lines[id] }
    render json: lines.to_h { |line| [ line.id, { path: line.path, marks: helpers.ink(line.ink) } ] }
  end
end
