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
  def direction = @params[:to].presence_in(Kelvath::Renaming::Plan::DIRECTIONS) || (leading? ? "words" : "physical")
  def all? = @params[:which] == "all"
  def unchanged? = @params[:show] == "all"
  def within = @params[:within].to_s.split(",").reject(&:empty?)

  def run
    @run ||= design &&
             Kelvath::Renaming::Plan.of(@model, choice.standard, design_id: design.id, direction:, all: all?, within:)
  end

  def rows = run ? narrowed(unchanged? ? run.rows : run.changes) : []

  # Rows in which a text stands, and those that change beyond what a page shows.
  def text = @params[:text].to_s.strip.downcase
  def beyond = text.empty? ? run.changes.drop(MOST) : []

  # The platform for which names are looked at while there is no design.
  def platform
    keys = Kelvath::Platforms.keys
    @params[:platform].presence_in(keys) || @model.header.platform.presence_in(keys) || keys.first
  end

  Foreseen = Struct.new(:kind, :where, :source, :name, keyword_init: true)

  # The names that a design would have, table after table; nothing is kept of it.
  def foreseen
    @foreseen ||= begin
      made = Kelvath::Derivation.derive(@model, platform:, ids: Ids, standard: choice.standard).change_set.additions
      tables = made.select { |each| each.kind == :table }.to_h { |table| [ table.id, table ] }
      made.reject { |each| each.kind == :design }.map do |each|
        Foreseen.new(kind: each.class.title, where: tables[each.parent_id]&.name.to_s, source: source_name(each),
                     name: each.name)
      end.select { |row| text.empty? || row.to_a.any? { |part| part.downcase.include?(text) } }
    end
  end

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

  # The logical name behind a derived element.
  def source_name(element)
    id = element.source_id.to_s
    (@model[id] || @model[id.split(".").last])&.then { |source| source.label(@model) }.to_s
  end

  def narrowed(rows)
    if text.empty?
      rows
    else
      rows.select { |row| [ row.where, row.before, row.after ].any? { |part| part.downcase.include?(text) } }
    end
  end
end
