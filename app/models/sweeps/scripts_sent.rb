# frozen_string_literal: true

# Scripts that went out and make or change what an impact reaches: those that were sent for review, and those that were
# run on a database.
class ScriptsSent
  MOST = 20 # of each
  LOOKED = 200 # reviews that are looked through

  # element, steps: of a Kelvath::Impact.
  def initialize(stored, model, element, steps)
    @stored, @model = stored, model
    @ids = [ element, *steps.map(&:element) ].to_set(&:id)
  end

  # [Review, …], the latest first.
  def reviews
    @reviews ||= Review.where(model_id: @stored.id).latest_first.limit(LOOKED)
                       .select(:id, :title, :person, :created_at, :statements)
                       .select { |each| each.parts.any? { |part| @ids.include?(part.element_id) } }.first(MOST)
  end

  # [Run, …] of designs of which anything is reached, the latest first.
  def runs
    designs = @ids.filter_map { |id| @model[id] && Kelvath::Model::Parts.of(@model[id], @model) }.uniq
    @runs ||= @stored.runs.where(kind: "running", state: "done", design_id: designs).order(id: :desc).limit(MOST).to_a
  end

  def any? = reviews.any? || runs.any?
end
