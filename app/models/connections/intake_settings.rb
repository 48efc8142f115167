# frozen_string_literal: true

# What is wanted of an intake over a connection, as forms send it and kept choices hold it.
class IntakeSettings
  SCOPE = %w[schemas kinds owners only never with without].freeze
  WAYS = { "sides" => %w[both design], "sort" => %w[relational dimensional] }.freeze
  TEXTS = %w[lexicon rulebook layout sides sort title].freeze

  # values: a Hash with string keys; what is not known of it is left.
  def initialize(values)
    @values = values.to_h.slice(*SCOPE, *TEXTS)
  end

  def scope = @scope ||= Kelvath::Intake::Scope.of(@values)
  def [](name) = @values[name].presence
  def logical? = self["sides"] != "design"
  def stars? = self["sort"] == "dimensional"

  # The key of a layout, or nil for what suits.
  def layout = self["layout"]&.then { |key| Kelvath::Diagram::Layouts::ALL.key?(key) ? key : nil }

  # The NamingStandard::Choice of the latest versions.
  def standard = NamingStandard::Choice.latest(lexicon: self["lexicon"], rulebook: self["rulebook"])

  # For a run or a kept choice: scopes as lists.
  def to_h = { **scope.to_h, **@values.slice(*TEXTS).compact_blank }
end
