# frozen_string_literal: true

# Where a page stands: the stage, the view, the design at hand, and what the frame around it needs.
class Desk
  STAGES = { "concept" => "Concept", "logical" => "Logical", "physical" => "Physical", "script" => "Script",
             "dossier" => "Dossier" }.freeze

  attr_reader :stored, :model, :view, :stage, :diagram

  def initialize(stored, model, view:, stage: nil, diagram: nil, design: nil)
    @stored = stored
    @model = model
    @view = view
    @diagram = diagram
    @stage = stage || diagram&.stage
    @design = design
  end

  # The design at hand, or the latest one; nil if there is none.
  def design = @design || model[diagram&.design_id] || model.all(:design).last

  # The diagram of a stage, or nil.
  def diagram_of(stage)
    diagrams_of(stage).first
  end

  # All diagrams of a stage, in their order.
  def diagrams_of(stage)
    model.all(:diagram).select do |each|
      each.stage == stage && (stage != "physical" || (design && each.design_id == design.id))
    end
  end

  # Where opening a model leads.
  def first_diagram = STAGES.keys.lazy.filter_map { |stage| diagram_of(stage) }.first

  # The part of the model that is at hand: a design by its id, nil for the logical side.
  def part = %w[physical script].include?(stage) ? design&.id : nil

  # Parameters that name the findings of this part.
  def findings_of = { stage:, design: part }.compact

  # What the ledger of this stage is called in addresses.
  def ledger_scope = stage == "physical" ? design&.id : stage

  # Does the stage have a drawing and a ledger?
  def views? = %w[concept logical physical].include?(stage) && (stage != "physical" || design)

  # Domains that Contents offers, where attributes are at hand.
  def domains = stage == "logical" ? model.all(:domain).sort_by { |domain| domain.name.downcase } : []

  # Contents: [[heading, [element, …]], …]; a heading is an element or text.
  def contents = stage == "physical" && design ? physical_contents : logical_contents

  private

  # Tables without a schema come last: that is where new ones go.
  def physical_contents
    groups = Kelvath::Metamodel::Design.tables(model, design.id).sort_by { |table| table.name.downcase }
                                       .group_by(&:schema_id)
    schemas = Kelvath::Metamodel::Design.schemas(model, design.id).map do |schema|
      [ schema, groups.fetch(schema.id, []) ]
    end
    [ *schemas, [ design, groups.fetch(nil, []) ] ]
  end

  def logical_contents
    areas = model.all(:subject_area)
    groups = model.all(:entity).group_by(&:subject_area_id)
    [ *areas.map { |area| [ area.name, groups[area.id] ] },
      [ areas.empty? ? "Entities" : "No subject area", groups[nil] ] ]
      .map { |name, list| [ name, list.to_a.sort_by { |entity| entity.name.downcase } ] }
      .reject { |name, list| list.empty? && name == "No subject area" }
  end
end
