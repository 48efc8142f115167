# frozen_string_literal: true

require_relative "../support/subjects"

# Single steps in a model of 4,000 tables with its design.
module StepRows
  module_function

  def huge
    @huge ||= begin
      company = Demo::BigCompany.change_set(ids: Subjects.ids, count: 4000, diagram: 1).apply(Kelvath::Model::EMPTY)
      Kelvath::Derivation.derive(company, platform: "postgresql", ids: Subjects.ids).change_set.apply(company)
    end
  end

  # Milliseconds of one step of a draft, the first one of it left out.
  def step
    draft = Kelvath::Draft.new(huge, ids: Subjects.ids)
    draft.set(huge.header.id, definition: "Begun")
    Figures.seconds(runs: 5) { |_| yield draft } * 1000
  end
end

Figures.row("one field set in 4,000 tables", unit: "ms", goal: "<= 5 ms") do
  tables = StepRows.huge.all(:table).each
  ours = StepRows.step { |draft| draft.set(tables.next.id, comment: "Said.") }
  [ ours, nil, ours <= 5 ]
end

Figures.row("one table of 4,000 removed", unit: "ms", goal: "<= 30 ms") do
  tables = StepRows.huge.all(:table).each
  ours = StepRows.step { |draft| draft.remove(tables.next.id) }
  [ ours, nil, ours <= 30 ]
end

Figures.row("undo of a derivation of 300 tables", unit: "s", goal: "<= 0.5 s") do
  company = Demo::BigCompany.change_set(ids: Subjects.ids, count: 300, diagram: 300).apply(Kelvath::Model::EMPTY)
  stored = Subjects.store(company)
  stored.journal.commit(Kelvath::Starting.design(company, platform: "postgresql", ids: Ids).change_set, by: "Bench",
                        label: "Derived", follow: false)
  ours = Figures.seconds(runs: 1) { stored.journal.undo(by: "Bench") }
  [ ours, nil, ours <= 0.5 ]
end

Figures.row("scene of 1,000 cards after one edit", unit: "ms", goal: "<= 60 ms") do
  model = Subjects.large
  diagram = model.all(:diagram).find { |each| each.stage == "logical" }.id
  before = Kelvath::Diagram::Scene.of(model, diagram)
  entity = model.children(diagram, :diagram_node).first.element_id
  changed = Kelvath::Editing.set(model, entity, :name, "Renamed Thing").apply(model)
  ours = Figures.seconds(runs: 5) { Kelvath::Diagram::Scene.of(changed, diagram, previous: before) } * 1000
  [ ours, nil, ours <= 60 ]
end

Figures.row("findings after one edit in 1,000 tables with a design", unit: "s", goal: "<= 0.1 s") do
  model = Subjects.design
  report = Kelvath::Findings::Report.of(model)
  changed = Kelvath::Editing.set(model, model.all(:entity).first.id, :name, "Renamed Thing").apply(model)
  ours = Figures.seconds(runs: 3) { Kelvath::Findings::Report.of(changed, previous: report) }
  [ ours, nil, ours <= 0.1 ]
end
