# frozen_string_literal: true

module FindingsHelper
  WEIGHTS = { error: "must", warning: "should", hint: "may" }.freeze

  # How much a check matters, in the word that people see.
  def weight_word(check) = WEIGHTS.fetch(check.weighs)
end
