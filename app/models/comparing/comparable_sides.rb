# frozen_string_literal: true

# What a model can be compared with, for lists to choose from.
class ComparableSides
  LATEST = 20 # of each sort

  def initialize(stored, model)
    @stored, @model = stored, model
  end

  # { heading => [[title, key], …] }; with: keys that must be among them.
  def choices(*with)
    lists = { "This model" => here, "Milestones" => milestones, "Other models" => others, "What was read" => readings }
    known = lists.values.flatten(1).map(&:last)
    more = with.compact.reject { |key| known.include?(key) }.map { |key| [ ComparedSide.new(@stored, key).title, key ] }
    lists.merge("Others" => more).reject { |_, list| list.empty? }
  end

  # What both sides may come from: milestones and model files.
  def bases = { "Milestones" => milestones, "What was read" => readings }.reject { |_, list| list.empty? }

  private

  def here
    [ [ "this model now", "now" ], *@model.all(:design).map { |each| [ "#{each.name} now", "now/#{each.id}" ] } ]
  end

  def milestones
    @stored.milestones.where(number: nil).order(revision: :desc).limit(LATEST)
           .map { |each| [ each.name, "milestone:#{each.id}" ] }
  end

  def others
    StoredModel.of_sort("model").at_hand.where.not(id: @stored.id).recent.limit(LATEST)
               .map { |each| [ each.name, "model:#{each.id}" ] }
  end

  def readings
    @stored.runs.where(kind: "side").order(id: :desc).limit(LATEST)
           .map { |run| [ "#{run.title}, #{run.created_at.strftime('%-d %b, %H:%M')}", "read:#{run.id}" ] }
  end
end
