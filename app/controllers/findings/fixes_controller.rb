# frozen_string_literal: true

# What would mend a finding: shown, then done.
class FixesController < ApplicationController
  include OfFinding

  def new
    @finding = finding
    @fixes = fixes.map { |fix| [ fix, (fix.change.call(Ids) unless fix.asks) ] }
    render layout: false
  end

  def create
    fix = fixes.fetch(Integer(params.require(:number), 10)) do
      raise Kelvath::NotFound, "That fix is not offered any more."
    end
    given = fix.asks ? [ params.require(:text) ] : []
    commit fix.change.call(Ids, *given), label: "Mended a finding: #{fix.title}"
  rescue ArgumentError
    complain "A fix is chosen by its number.", status: :bad_request
  end

  private

  def fixes = Kelvath::Findings.fixes(@model, finding, NamingStandard.of(@model))
end
