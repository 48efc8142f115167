# frozen_string_literal: true

# The latest scenes of this process, so that a change repaints only what it touched.
module SceneCache
  MOST = 20_000 # cards of all scenes that stay
  TRAILS = Trail::Cache.new(40, most: MOST) do |model, diagram_id, other_names, previous|
    design_id = model.fetch(diagram_id).design_id
    Kelvath::Diagram::Scene.of(model, diagram_id, previous:, decided: DesignMarks.of(model, design_id),
                               names: (OtherNames.of(model, design_id) if other_names))
  end

  module_function

  # The Kelvath::Diagram::Scene of a diagram, at a model's revision (stored's) or a later one; other_names: does it
  # show the names of the other side?
  def fetch(stored, model, diagram_id, other_names: false)
    trail(stored.id, diagram_id, stored.revision, other_names:) { ModelCache::Known.new(stored.revision, model) }.value
  end

  # As Trail::Cache#fetch.
  def trail(model_id, diagram_id, revision, other_names: false, &block)
    TRAILS.fetch([ model_id, diagram_id, other_names ], revision, &block)
  end
end
