# frozen_string_literal: true

# The latest scenes of this process, so that a change repaints only what it touched.
module SceneCache
  KEPT = 12
  LOCK = Monitor.new
  @scenes = {}

  module_function

  # The scene of a diagram at a model's revision, made from the one before where there is one.
  def fetch(stored, model, diagram_id)
    LOCK.synchronize do
      revision, scene = @scenes.delete([ stored.id, diagram_id ])
      scene = Kelvath::Diagram::Scene.of(model, diagram_id, previous: scene) unless revision == stored.revision
      @scenes[[ stored.id, diagram_id ]] = [ stored.revision, scene ]
      @scenes.shift while @scenes.size > KEPT
      scene
    end
  end
end
