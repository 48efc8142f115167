# frozen_string_literal: true

# One side of a comparison, named by a key: "now", "milestone:ID", "revision:NUMBER", "model:ID" or "read:ID", followed
# by "/" and a design's id where one design is meant.
class ComparedSide
  KINDS = %w[now milestone revision model read].freeze
  attr_reader :key, :kind, :id, :design_id

  # stored: the StoredModel at hand. Raises Kelvath::NotFound for a key that names nothing.
  def initialize(stored, key)
    @stored, @key = stored, key.to_s
    place, @design_id = @key.split("/", 2)
    @kind, @id = place.to_s.split(":", 2)
    found = { "now" => stored, "milestone" => milestone, "revision" => revision, "model" => other, "read" => run }
    found[@kind] || raise(Kelvath::NotFound, "What was to be compared is gone.")
  end

  # What it is called; design: the Kelvath::Metamodel::Design that is meant, if one is.
  def title(design = nil)
    name = { "now" => "this model now", "milestone" => milestone&.name, "revision" => "No. #{@id}",
             "model" => other&.name,
             "read" => run && "#{run.title}, #{run.created_at.strftime('%-d %b, %H:%M')}" }[kind]
    return name unless design && kind != "read"

    kind == "now" ? "#{design.name} now" : "#{design.name} in #{name}"
  end

  # The Run that reads it, while it does, or if that failed; nil otherwise.
  def reading = run&.then { |each| each unless each.done? }

  # Changes when what it holds does.
  def fingerprint = [ key, { "now" => @stored, "model" => other }[kind]&.revision ]

  # The Kelvath::Model.
  def model
    @model ||= case kind
    when "now" then @stored.model
    when "milestone" then @stored.model_at(milestone.revision)
    when "revision" then @stored.model_at(revision)
    when "model" then other.model
    else ReadState.model(run)
    end
  end

  # Does it hold a design and no logical side, as what was read of a script or a database does?
  def design_alone? = kind == "read" && run.result["design_id"].present?

  # The design that is meant, by its id, nil for the whole model.
  def meant_id = design_alone? ? run.result["design_id"] : design_id

  def told? = kind == "read" && run.result["told"] == true

  # The StoredModel that can be changed, nil if this is a state that stays as it is.
  def writable = { "now" => @stored, "model" => other }[kind]

  # Its design that is the counterpart of another model's. Raises Kelvath::Error if it has none.
  def counterpart(design)
    designs = model.all(:design)
    designs.find { |each| each.id == design.id } ||
      designs.find { |each| each.platform == design.platform && each.name.casecmp?(design.name) } ||
      designs.find { |each| each.platform == design.platform } || designs.first ||
      raise(Kelvath::Error, "#{title} has no design to lay beside #{design.name}.")
  end

  private

  def milestone = kind == "milestone" ? @milestone ||= @stored.milestones.find_by(id:) : nil
  def other = kind == "model" ? @other ||= StoredModel.ready.of_sort("model").find_by(id:) : nil
  def run = kind == "read" ? @run ||= @stored.runs.find_by(id:, kind: "side") : nil

  def revision
    return unless kind == "revision"

    number = Integer(@id, 10, exception: false)
    number if number&.between?(1, @stored.revision)
  end
end
