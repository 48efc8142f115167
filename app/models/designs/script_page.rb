# frozen_string_literal: true

# The script of a design by a recipe, with what is to be said of it.
class ScriptPage
  attr_reader :recipe, :design

  # key: a recipe's id or name; the one that was used last, or is usual, unless said.
  def initialize(stored, model, design, key)
    @stored = stored
    @model = model
    @design = design
    @recipe = key.present? ? Kelvath::Scripting::Recipes.fetch(model, key) : recipes.first
  end

  # All recipes, those of the model's own first.
  def recipes = @recipes ||= Kelvath::Scripting::Recipes.all(@model).sort_by { |each| each.position ? 0 : 1 }

  delegate :script, :account, to: :composition

  # [Scripting::Sentences::Part, …]
  def parts = Kelvath::Scripting::Sentences.new(@model, recipe, account).parts

  # Pieces that were written by hand: [[words about the place, ScriptPiece], …].
  def pieces
    @model.children(@design.id, :script_piece).map do |piece|
      subject = @model[piece.subject]
      what = piece.subject.empty? ? "everything" : subject ? subject.label(@model) : "something that is gone"
      [ "#{piece.place == "instead" ? "In place of" : piece.place.capitalize} #{what}", piece ]
    end
  end

  # What a piece can stand before or after, by name: { name => id }.
  def subjects
    design = @design.id
    %i[table view sequence routine].flat_map { |kind| @model.children(design, kind) }
                                   .to_h { |each| [ each.label(@model), each.id ] }
  end

  # { statement => [Finding, …] }: what would make it fail.
  def faults
    @faults ||= begin
      found = FindingsCache.fetch(@stored, @model, @design.id).select { |each| each.check.weighs == :error }
      by_owner = found.group_by { |each| owner(each.element_id) }
      script.statements.each_with_object({}) do |statement, known|
        list = by_owner.fetch(owner(statement.element_id), []).select { |each| about?(each, statement) }
        known[statement] = list if list.any?
      end
    end
  end

  # "29 tables, 22 indexes and 30 comments", or nil for nothing.
  def counts(tally) = tally.map { |kind, count| "#{count} #{count == 1 ? kind : Kelvath::Inflection.plural(kind)}" }
                           .to_sentence.presence

  # { file's name => text }; nil for one file.
  def files
    return unless recipe.files == "one each"

    Kelvath::Scripting::Files.of(script, @model, Kelvath::Platforms.of(@model, @design))
  end

  # Scripts of the design that were sent for review, the latest first.
  def reviews = Review.where(model_id: @stored.id, design_id: @design.id).latest_first

  # Milestones that a recipe can begin at, by name.
  def milestones = Milestone.where(model_id: @stored.id).order(:name).pluck(:name)

  private

  def composition
    @composition ||= Kelvath::Scripting::Composition.new(@model, @design.id, recipe, changed:)
  end

  # Ids of what is other than at the recipe's milestone.
  def changed
    return unless recipe.scope == "changed"

    milestone = Milestone.find_by(model_id: @stored.id, name: recipe.since) or return
    before = @stored.model_at(milestone.revision)
    @model.elements.each_value.reject { |each| before[each.id] == each }.to_set(&:id)
  end

  def owner(id)
    element = @model[id] or return id
    above = [ element, *@model.ancestors(element) ]
    above.find { |each| %i[table view sequence routine].include?(each.kind) }&.id || id
  end

  # A finding about an index stands at the index, one about a column at its table.
  def about?(finding, statement)
    finding.element_id == statement.element_id || !script_ids.include?(finding.element_id) && statement.kind == "table"
  end

  def script_ids = @script_ids ||= script.statements.to_set(&:element_id)
end
