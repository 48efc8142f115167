# frozen_string_literal: true

# What the page of a sweep shows.
class SweepPage
  SHOWN = 200 # hits that the page lists; all of them are in its files
  GONE = [ Kelvath::InvalidValue, Kelvath::UnknownName ].freeze

  attr_reader :sweep

  def initialize(model, sweep)
    @model, @sweep = model, sweep
  end

  # A row of what would change, as a line.
  def self.line(row) = [ row.element_id, row.before, row.after, row.fault ].join(" ")

  def all = @model.all(:sweep).sort_by { |each| [ each.position || 0, each.name.downcase ] }
  def conditions = @conditions ||= Kelvath::Sweeping.conditions(@model, @sweep.id)

  # Those of the sweep or of a group of it.
  def within(place) = conditions.select { |each| each.parent_id == place.id }
  def kind = @kind ||= Kelvath::Sweeping.kind_of(@sweep)
  def kinds = @kinds ||= Kelvath::Sweeping.kinds_of(@sweep)
  def title = kinds.one? ? Kelvath::Metamodel.fetch(kind).title : "element"
  def subjects = @subjects ||= Kelvath::Sweeping.subjects(@model, @sweep)

  # What it finds. Raises Kelvath::InvalidValue, Kelvath::UnknownName.
  def found = @found ||= Kelvath::Sweeping.find(@model, @sweep, conditions)

  # What is wrong with it, in one sentence; nil if nothing is.
  def fault
    found && nil
  rescue *GONE => error
    error.message
  end

  def hits = @hits ||= Kelvath::Sweeping::Hits.new(@model, @sweep, conditions, fault ? [] : found)
  def sheet = hits.sheet
  def sentence = Kelvath::Sweeping::Wording.new(@model, @sweep, conditions).sentence

  # Where it can look: [[what is said, id], …].
  def places
    [ [ "all of the model", "" ], *(chosen if @sweep.chosen_ids.any?),
      *{ "concept" => "the concept", "logical" => "the logical side", "physical" => "all designs" }
        .map { |stage, words| [ words, "stage:#{stage}" ] },
      *{ design: "the design", subject_area: "the subject area", diagram: "the diagram" }.flat_map do |kind, words|
        @model.all(kind).sort_by { |each| each.name.downcase }.map { |each| [ "#{words} #{each.name}", each.id ] }
      end ]
  end

  # Which of the places it is.
  def place
    return "chosen" if @sweep.chosen_ids.any?

    @sweep.stage.empty? ? @sweep.place_id.to_s : "stage:#{@sweep.stage}"
  end

  # What can be set of what it finds: [[label, key], …].
  def settable = subjects.settable.map { |each| [ each.label, each.key ] }

  private

  def chosen = [ [ "the #{@sweep.chosen_ids.size} that were selected", "chosen" ] ]
end
