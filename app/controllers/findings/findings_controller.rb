# frozen_string_literal: true

class FindingsController < ApplicationController
  include ModelScoped

  def index
    return render partial: "desk/findings", locals: { stored: @stored, stage: params[:stage], found: } if params[:count]
    return render partial: "findings/few", locals: { findings: about(params[:element]) } if params[:element]

    @findings = found

    @desk = Desk.new(@stored, @model, view: "findings", stage: params[:stage].presence_in(Desk::STAGES.keys) || "logical")
    render partial: "findings/list", locals: { findings: @findings } if request.headers["HX-Request"]
  end

  private

  def found = FindingsCache.fetch(@stored, @model)

  # What was found about an element or about what stands within it.
  def about(id)
    within = [ id, *@model.child_ids(id) ].to_set
    found.select { |finding| within.include?(finding.element_id) }
  end
end
