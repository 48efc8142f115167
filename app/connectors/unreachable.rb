# frozen_string_literal: true

# A database that cannot be worked with: at which step that shows, what was said, and what would mend it.
class Unreachable < Kelvath::Error
  attr_reader :step, :words, :advice

  # step: one of StepCheck::NAMES.
  def initialize(step, words, advice)
    @step = step
    @words = words
    @advice = advice
    super([ words, advice ].reject(&:empty?).join(" "))
  end
end
