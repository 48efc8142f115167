# frozen_string_literal: true

# For what is done with one finding of a model.
module OfFinding
  extend ActiveSupport::Concern
  include ModelScoped

  private

  # A finding is of the part that its element belongs to.
  def finding
    element = @model[params[:finding_id].to_s.split(":").last] or
      raise Kelvath::NotFound, "That finding no longer stands."
    part = Kelvath::Model::Parts.of(element, @model)
    Kelvath::Findings.find(FindingsCache.fetch(@stored, @model, part), params[:finding_id])
  end
end
