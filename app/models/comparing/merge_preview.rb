# frozen_string_literal: true

# What one side of a comparison becomes by what was decided.
class MergePreview
  attr_reader :into

  # into: "left" or "right".
  def initialize(comparison, into)
    @comparison, @into = comparison, into
    @index = into == "left" ? 0 : 1
  end

  def side = @comparison.sides[@index]
  def title = @comparison.titles[@index]
  def other_title = @comparison.titles[1 - @index]

  # The StoredModel that changes, nil for a state that stays as it is.
  def stored = side.writable

  # The Kelvath::Merging::Taking.
  def taking = @taking ||= @comparison.taking(into)
  def size = taking.keys.size

  # The comparison into this side, with its words.
  def made = into == "left" ? @comparison.made : @comparison.made.flipped
  def wording = @wording ||= Kelvath::Merging::Wording.new(made)

  # [[title, before, after, what needs it or nil], …]
  def lines
    taking.taken.map do |each|
      [ wording.title(each), *wording.texts(each), taking.needed[each.key]&.then { |key| wording.title(made[key]) } ]
    end
  end

  # What the page shows of it.
  def shown
    @shown ||= Shown.new(Kelvath::ChangeSet::Fingerprint.of(taking.change_set), lines.first(500).map { |each|
      each.join(" ") })
  end

  # Can a script make a database so?
  def scripted? = made.left.design && Kelvath::Platforms.of(made.left.model, made.left.design).alterable?

  # The Kelvath::Altering::Alteration from this side to what it becomes.
  def alteration
    @alteration ||= begin
      start, goal = [ made.left.model, taking.result ].map do |model|
        Kelvath::Altering::Side.new(model:, design_id: made.left.root_id, told: made.left.told)
      end
      answers = Kelvath::Altering::Answers.of(made.left.model, made.left.root_id)
      Kelvath::Altering.between(start, goal, answers:)
    end
  end
end
