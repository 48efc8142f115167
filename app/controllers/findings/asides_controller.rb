# frozen_string_literal: true

# Findings that may stay as they are, with the reason.
class AsidesController < ApplicationController
  include OfFinding

  def create
    commit Kelvath::Findings.put_aside(@model, finding, params[:reason].to_s, by: person, ids: Ids),
           label: "Put a finding aside: #{finding.message}"
  end

  def destroy
    aside = @model.all(:aside).find { |each| each.finding == params[:finding_id] } or
      raise Kelvath::NotFound, "That finding is not put aside any more."
    commit Kelvath::Editing.remove(@model, [ aside.id ], ids: Ids), label: "Took a finding up again"
  end
end
