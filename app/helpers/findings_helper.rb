# frozen_string_literal: true

module FindingsHelper
  WEIGHTS = { error: "must", warning: "should", hint: "may" }.freeze

  # [[check, findings], …]: what must be mended first, then in the order of the checks.
  def by_weight(findings)
    findings.group_by(&:check).sort_by.with_index { |(check, _), index| [ WEIGHTS.keys.index(check.weighs), index ] }
  end

  # [words, path] of the page where a finding is seen to, for those that have one.
  def leads_to(finding)
    page = finding.check.respond_to?(:leads_to) && finding.check.leads_to or return
    design = Kelvath::Platforms.design_of(@model, @model[finding.element_id])
    case page
    when :rederivation then [ "Derive again", model_design_rederivation_path(@stored, design.id) ]
    when :decisions then [ "Decisions", model_design_decisions_path(@stored, design.id) ]
    end
  end

  # How much a check matters, in the word that people see.
  def weight_word(check) = WEIGHTS.fetch(check.weighs)
end
