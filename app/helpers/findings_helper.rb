# frozen_string_literal: true

module FindingsHelper
  WEIGHTS = { error: "must", warning: "should", hint: "may" }.freeze

  # [[check, findings], …]: what must be mended first, then in the order of the checks.
  def by_weight(findings)
    findings.group_by(&:check).sort_by.with_index { |(check, _), index| [ WEIGHTS.keys.index(check.weighs), index ] }
  end

  # How much a check matters, in the word that people see.
  def weight_word(check) = WEIGHTS.fetch(check.weighs)
end
