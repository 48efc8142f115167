# frozen_string_literal: true

# The latest scenes of this process, so that a change repaints only what it touched.
module SceneCache
  MOST = 20_000 # cards of all scenes that stay
  TRAILS = Trail::Cache.new(40, most: MOST) do |model, diagram_id, previous|
    Kelvath::Diagram::Scene.of(model, diagram_id, previous:)
  end

  module_function

  # The Kelvath::Diagram::Scene of a diagram, at a model's revision (stored's) or a later one.
  def fetch(stored, model, diagram_id)
    trail(stored.id, diagram_id, stored.revision) { ModelCache::Known.new(stored.revision, model) }.value
  end

  # As Trail::Cache#fetch.
  def trail(model_id, diagram_id, revision, &block) = TRAILS.fetch([ model_id, diagram_id ], revision, &block)
end
