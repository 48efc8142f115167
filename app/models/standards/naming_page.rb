# frozen_string_literal: true

# What the names page of a model shows: by which standard, which way, over what, and the rows.
class NamingPage
  MOST = 400 # rows shown one by one; the rest is only counted

  def initialize(stored, model, params)
    @stored = stored
    @model = model
    @params = params
  end

  # The standard to name by: the one asked for, or what the model follows.
  def choice
    @choice ||= if @params.key?(:lexicon) || @params.key?(:rulebook) then NamingStandard::Choice
      .latest(lexicon: @params[:lexicon], rulebook: @params[:rulebook])
    else followed
    end
  end

  def followed = @followed ||= NamingStandard::Choice.of(@model)
  def other_standard? = choice != followed
  def newest = followed.newest
  def outdated? = newest != followed

  def designs = @model.all(:design)

  def design
    designs.find { |each| each.id == @params[:design] } || @model[@model.header.names_from_id] || designs.last
  end

  def leading? = design && @model.header.names_from_id == design.id

  # Names go to words in the leading design unless somebody says otherwise.
  def direction = @params[:to].presence_in(Kelvath::Naming::Renaming::DIRECTIONS) || (leading? ? "words" : "physical")
  def all? = @params[:which] == "all"
  def unchanged? = @params[:show] == "all"
  def within = @params[:within].to_s.split(",").reject(&:empty?)

  def run
    @run ||= design &&
             Kelvath::Naming::Renaming.of(@model, choice.standard, design_id: design.id, direction:, all: all?, within:)
  end

  def rows = run ? narrowed(unchanged? ? run.rows : run.changes) : []

  # Rows in which a text stands, and those that change beyond what a page shows.
  def text = @params[:text].to_s.strip.downcase
  def beyond = text.empty? ? run.changes.drop(MOST) : []

  # What the address says again, for links and forms.
  def address
    { design: design&.id, to: direction, which: (all? ? "all" : nil), within: @params[:within].presence,
      **(other_standard? ? { lexicon: choice.lexicon.to_s, rulebook: choice.rulebook.to_s } : {}) }.compact
  end

  # ChangeSet of the rows taken and the standard chosen.
  def change(taken:, edited:)
    chosen = @params[:rest] == "yes" ? taken + beyond.map(&:id) : taken
    names = run ? run.change(chosen:, edited:) : Kelvath::ChangeSet.new
    other_standard? ? following + names : names
  end

  # What makes the model follow the standard chosen.
  def following
    Kelvath::ChangeSet.set(@model.header, **choice.fields)
  end

  private

  def narrowed(rows)
    if text.empty?
      rows
    else
      rows.select { |row| [ row.where, row.before, row.after ].any? { |part| part.downcase.include?(text) } }
    end
  end
end
