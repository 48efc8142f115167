# frozen_string_literal: true

# The script from another state to a design as it is now, and the way back.
class AlterationPage
  READING = %w[state drift joining].freeze # kinds of runs that read a state of the design

  # key: as addresses have it; title: as people read it.
  Source = Struct.new(:key, :title, keyword_init: true)

  attr_reader :recipe, :design

  # from: the key of a Source, the likeliest unless said; recipe: its id or name; back: is the way back shown?
  def initialize(stored, model, design, from: nil, recipe: nil, back: false)
    @stored = stored
    @model = model
    @design = design
    @key = from
    @recipe = recipe.present? ? Kelvath::Scripting::Recipes.fetch(model, recipe) : recipes.first
    @back = back
  end

  # All recipes, those of the model's own first.
  def recipes = Kelvath::Scripting::Recipes.all(@model).sort_by { |each| each.position ? 0 : 1 }

  def back? = @back

  # The key of the state that it begins at, nil if there is none to begin at.
  def from_key = from&.key

  # The Source that it begins at.
  def from
    all = sources.values.flatten
    @from ||= @key.present? ? all.find { |each| each.key == @key } || raise(Kelvath::NotFound, GONE) : all.first
  end
  GONE = "The state that this began at is gone."

  # { heading => [Source, …] }
  def sources
    @sources ||= { "Milestones" => milestones, "Designs" => designs, "Files and databases" => states }
                 .reject { |_, list| list.empty? }
  end

  # The Kelvath::Altering::Alteration that is shown; nil if it cannot be made yet.
  def alteration = @alteration ||= @back ? whole.reverse : whole

  # The one that goes there, whichever is shown.
  def whole
    @whole ||= Kelvath::Altering.between(start, goal, answers: Kelvath::Altering::Answers.of(@model, @design.id),
                                                      recipe: @recipe)
  end

  delegate :script, to: :alteration

  # Raises Kelvath::InvalidValue for an answer that cannot be used here.
  def check_answer(about, question, text)
    return unless from && !reading

    answers = Kelvath::Altering::Answers.of(@model, @design.id)
    Kelvath::Altering::Answers.check_former(start, goal, answers, about, question, text)
  end

  # [Scripting::Sentences::Part, …]
  def parts = Kelvath::Altering::Sentences.new(alteration, @recipe).parts

  # { words of a loss => rows that it concerns }, where a database was asked.
  def counts = @back || state&.kind != "state" ? {} : state.result.to_h.fetch("counts", {})

  # The latest run in which this was tried, or nil.
  def trial
    @stored.runs.where(kind: "trial", design_id: @design.id).order(:id).reverse.find { |run|
 run.options["from"] == from_key }
  end

  # A Run that reads a file or a database and has not ended, if that is what it begins at.
  def reading = state&.then { |run| run unless run.done? }

  private

  def goal = Kelvath::Altering::Side.new(model: @model, design_id: @design.id)

  def start
    kind, id = from_key.split(":", 2)
    case kind
    when "milestone" then Kelvath::Altering::Side.new(model: @stored.model_at(milestone(id).revision),
design_id: @design.id)
    when "design" then Kelvath::Altering::Side.new(model: @model, design_id: id)
    else ReadState.side(state)
    end
  end

  def state
    kind, id = from_key.to_s.split(":", 2)
    @state ||= @stored.runs.find_by(id:, kind: READING, design_id: @design.id) if kind == "state"
  end

  def milestone(id) = Milestone.find_by!(id:, model_id: @stored.id)

  # Those at which the design was there.
  def milestones
    Milestone.where(model_id: @stored.id).order(revision: :desc).select { |each|
      @stored.model_at(each.revision).key?(@design.id)
    }.map { |each| Source.new(key: "milestone:#{each.id}", title: each.name) }
  end

  # Others for the same platform.
  def designs
    alike = @model.all(:design).select { |each| each.platform == @design.platform && each.id != @design.id }
    alike.map { |each| Source.new(key: "design:#{each.id}", title: each.name) }
  end

  def states
    read = @stored.runs.where(kind: READING, design_id: @design.id).order(id: :desc).limit(10)
    read.reject { |run| run.kind != "state" && run.result.to_h["digest"].nil? }.map do |run|
      Source.new(key: "state:#{run.id}", title: "#{run.title}, #{run.created_at.strftime('%-d %b, %H:%M')}")
    end
  end
end
