# frozen_string_literal: true

class FindingsController < ApplicationController
  include ModelScoped

  def index
    # As of what would be reached: nobody asked, so nobody is told.
    return head(:no_content) if params[:element] && !@model.key?(params[:element])
    return render partial: "findings/few", locals: { findings: about(params[:element]) } if params[:element]

    stage = params[:stage].presence_in(Desk::STAGES.keys) || "logical"
    @desk = Desk.new(@stored, @model, view: "findings", stage:, design: @model.of_kind(params[:design].to_s, :design))
    found = FindingsCache.fetch(@stored, @model, @desk.part)
    return render partial: "desk/findings", locals: { desk: @desk, found: } if params[:count]

    @findings, @aside = Kelvath::Findings.parted(@model, found)
    render partial: "findings/list", locals: { findings: @findings, aside: @aside } if request.headers["HX-Request"]
  end

  private

  # What was found about an element or about what stands within it.
  def about(id)
    element = @model.fetch(id)
    within = [ id, *@model.child_ids(id) ].to_set
    found = FindingsCache.fetch(@stored, @model, Kelvath::Model::Parts.of(element, @model))
    Kelvath::Findings.parted(@model, found.select { |finding| within.include?(finding.element_id) }).first
  end
end
