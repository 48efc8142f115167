# frozen_string_literal: true

class FindingsController < ApplicationController
  include ModelScoped

  def index
    @findings = Kelvath::Findings.of(@model)
    return render partial: "findings/few", locals: { findings: about(params[:element]) } if params[:element]
    return render partial: "desk/findings", locals: { stored: @stored, stage: params[:stage], found: @findings } if params[:count]

    @desk = Desk.new(@stored, @model, view: "findings", stage: params[:stage].presence_in(Desk::STAGES.keys) || "logical")
    render partial: "findings/list", locals: { findings: @findings } if request.headers["HX-Request"]
  end

  private

  # What was found about an element or about what stands within it.
  def about(id)
    within = [ id, *@model.child_ids(id) ].to_set
    @findings.select { |finding| within.include?(finding.element_id) }
  end
end
