# frozen_string_literal: true

# A design beside another one, or beside what was read from a script, a file or a database.
class ComparisonPage
  LATEST = 10 # readings that can be chosen

  # with: the id of a design, or "state:ID" of a Run that read one; the next design, if nothing is said. Raises
  # Kelvath::NotFound.
  def initialize(stored, model, design, with: nil)
    @stored = stored
    @model = model
    @design = design
    @with = with.presence || designs.first&.id || states.first&.then { |run| "state:#{run.id}" }
    return if @with.nil? || reading? || choices.values.flatten(1).any? { |_, key| key == @with }

    raise Kelvath::NotFound, "What it was compared with is gone."
  end

  attr_reader :with

  # { heading => [[title, key], …] }
  def choices
    { "Designs" => designs.map { |each| [ each.name, each.id ] },
      "Scripts, files and databases" => states.map { |run| [ title_of(run), "state:#{run.id}" ] } }
      .reject { |_, list| list.empty? }
  end

  # The Run that it is compared with, while it reads or if it failed; nil otherwise.
  def reading = state&.then { |run| run unless run.done? }

  def title = state ? title_of(state) : @model.fetch(@with).name

  # The Kelvath::Comparison::SideBySide.
  def comparison
    @comparison ||= if state
      side = ReadState.side(state)
      Kelvath::Comparison::SideBySide.new(@model, @design.id, side.design_id, other: side.model)
    else
      Kelvath::Comparison::SideBySide.new(@model, @design.id, @with)
    end
  end

  private

  def designs = @designs ||= @model.all(:design) - [ @design ]

  def states
    @states ||= @stored.runs.where(kind: "state", design_id: @design.id).order(id: :desc).limit(LATEST).to_a
  end

  def reading? = state.present?

  def state
    return unless @with.to_s.start_with?("state:")

    @state ||= @stored.runs.find_by(id: @with.delete_prefix("state:"), kind: "state", design_id: @design.id)
  end

  def title_of(run) = "#{run.title}, #{run.created_at.strftime('%-d %b, %H:%M')}"
end
