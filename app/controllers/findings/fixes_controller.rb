# frozen_string_literal: true

# What would mend a finding: shown, then done.
class FixesController < ApplicationController
  include ModelScoped

  def new
    @finding = finding
    @fixes = fixes.map { |fix| [ fix.title, fix.change.call(Ids) ] }
    render layout: false
  end

  def create
    fix = fixes.fetch(Integer(params.require(:number), 10)) do
      raise Kelvath::NotFound, "That fix is not offered any more."
    end
    commit fix.change.call(Ids), label: "Mended a finding: #{fix.title}"
  rescue ArgumentError
    complain "A fix is chosen by its number.", status: :bad_request
  end

  private

  # A finding is of the part that its element belongs to.
  def finding
    element = @model[params[:finding_id].to_s.split(":").last] or
      raise Kelvath::NotFound, "That finding no longer stands."
    part = Kelvath::Model::Parts.of(element, @model)
    Kelvath::Findings.find(FindingsCache.fetch(@stored, @model, part), params[:finding_id])
  end

  def fixes = Kelvath::Findings.fixes(@model, finding, NamingStandard.of(@model))
end
