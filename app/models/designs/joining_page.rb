# frozen_string_literal: true

# What a script that was read would bring into a model, to be ticked before anything is written.
class JoiningPage
  MOST = 2000 # offers that are shown; more are taken with the others

  attr_reader :run, :plan

  # run: a Run that read one; apart: ids of tables that are to be read as tables of their own. Raises Kelvath::NotFound
  # if it has not, or it is gone.
  def initialize(model, run, apart: [])
    @run = run
    scope = IntakeSettings.new(run.options["settings"]).scope if run.options["connection"]
    @plan = Kelvath::Joining::Plan.new(model, ReadState.model(run), design_id: run.result["design_id"], apart:, scope:)
  end

  delegate :offers, :notes, :design, :new_design?, :questions, to: :plan

  # [[table's name or "", [Offer, …]], …] of those that are shown.
  def groups = offers.first(MOST).group_by(&:place).sort_by { |place, _| [ place.empty? ? 1 : 0, place ] }
  def beyond = [ offers.size - MOST, 0 ].max
  def count(way) = offers.count { |offer| offer.way == way }

  # { name of the table as it was read => [id, what it seems to be] } of those that were found by their columns.
  def likened = plan.likened

  # What it offers, all of it.
  def shown
    @shown ||= begin
      lines = offers.map { |offer| self.class.line(offer) }
      Shown.new(Kelvath::ChangeSet::Fingerprint.of(others: [ design.id, *lines, *offers.map { |offer|
        offer.sets.to_s } ]), lines)
    end
  end

  # An offer as a line.
  def self.line(offer) = [ offer.key, offer.way, offer.title, offer.said ].join(" ")

  # [ChangeSet, Base or nil] of what was ticked; keys of offers that were not shown are taken.
  def change_set(keys)
    beyond = offers.drop(MOST).reject { |offer| offer.way == :gone }.map(&:key)
    plan.change_set(keys + beyond, ids: Ids, base: new_design? ? nil : KeptBase.of(design))
  end
end
