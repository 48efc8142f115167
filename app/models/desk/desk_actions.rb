# frozen_string_literal: true

# What can be done from the command box: places to go to, and things to do on the diagram at hand.
class DeskActions
  include Rails.application.routes.url_helpers

  # verb: "get" goes there; anything else is sent, with values.
  Action = Struct.new(:title, :verb, :path, :values, keyword_init: true)

  def initialize(stored, model, diagram_id)
    @stored = stored
    @model = model
    @diagram = model[diagram_id]
  end

  # Actions whose title holds every word of a text.
  def matching(text)
    words = text.downcase.split
    all.select { |action| words.all? { |word| action.title.downcase.include?(word) } }
  end

  def all
    places + (@diagram ? drawing : []) + [ Action.new(title: "Undo", verb: "post", path: model_undo_path(@stored)),
                                           Action.new(title: "Redo", verb: "post", path: model_redo_path(@stored)) ]
  end

  private

  # What is opened by its title, with its path's helper.
  PAGES = {
    "Open Prose" => :model_prose_path, "Open findings" => :model_findings_path,
    "Open the journal" => :model_journal_path,
    "Open naming" => :model_naming_path, "Keeping to the naming standard" => :model_compliance_path,
    "Round trip of names" => :model_round_trip_path, "Learn words from names" => :model_learning_path,
    "Compare and merge" => :model_comparisons_path, "Open sweeps" => :model_sweeps_path,
    "Open questions in SQL" => :model_questions_path, "Open milestones" => :model_milestones_path,
    "Save as a starter" => :new_model_starter_path,
    "Derive a design" => :model_designs_path
  }.freeze

  def places
    [ *diagrams, *ledgers, *PAGES.map { |title, helper| go(title, send(helper, @stored)) },
      go("All models", root_path) ]
  end

  # A starter's pattern for physical diagrams is no diagram to be opened.
  def diagrams
    shown = @model.all(:diagram).reject { |diagram| diagram.stage == "physical" && diagram.design_id.nil? }
    shown.map { |diagram| go("Open the diagram #{diagram.name}", model_diagram_path(@stored, diagram.id)) }
  end

  def ledgers
    kinds = Kelvath::Ledger::KINDS.map do |kind|
      title = Kelvath::Inflection.plural(Kelvath::Metamodel.fetch(kind).title)
      go("Open the ledger of #{title}", model_ledger_path(@stored, "kind:#{kind}"))
    end
    [ *kinds, go("Open the ledger of attributes", model_ledger_path(@stored, "logical")) ]
  end

  def drawing
    layouts = Kelvath::Diagram::Layouts::ALL.map do |key, layout|
      Action.new(title: "Lay out #{layout.title.downcase_first}", verb: "post",
                 path: model_diagram_layout_path(@stored, @diagram.id), values: { layout: key })
    end
    ways = Kelvath::Diagram::Arranging::WAYS.map do |way, title|
      Action.new(title:, verb: "post", path: model_diagram_arrangement_path(@stored, @diagram.id), values: { way: })
    end
    notations = Kelvath::Metamodel::NOTATIONS.map do |key, title|
      Action.new(title: "Draw in #{title} notation", verb: "patch", path: model_element_path(@stored, @diagram.id),
                 values: { field: "notation", value: key })
    end
    [ *layouts, *ways, *notations, go("Print view", model_diagram_print_path(@stored, @diagram.id)) ]
  end

  def go(title, path) = Action.new(title:, verb: "get", path:)
end
