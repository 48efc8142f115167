# frozen_string_literal: true

# What a change of an element would reach, and what reaches it: as a drawing and as a list.
class ImpactsController < ApplicationController
  include ModelScoped

  # way: one of Kelvath::Impact::WAYS; depth: steps at most, "" for all; count: "yes" for how many alone.
  def show
    # The page asks that by itself, a moment after it shows something: nobody is to be told if it has gone meanwhile.
    return head(:no_content) if params[:count] == "yes" && !@model.key?(params[:element_id])

    @element = @model.fetch(params[:element_id])
    @way = params[:way].presence_in(Kelvath::Impact::WAYS.keys) || "reached"
    @depth = params[:depth].to_s[/\A[1-9]\z/]&.to_i
    @steps = Kelvath::Impact.of(@model, @element.id, way: @way, depth: @depth)
    return render partial: "impacts/count", locals: { steps: @steps } if params[:count] == "yes"

    @picture = ImpactPicture.new(@model, @element, @steps)
    @scripts = ScriptsSent.new(@stored, @model, @element, @steps) if @way == "reached"
    @desk = Desk.new(@stored, @model, view: "impact")
  end
end
