# frozen_string_literal: true

# How far a model's names keep to its standard, and the words that nobody has explained.
class CompliancesController < ApplicationController
  include ModelScoped

  def show
    @standard = NamingStandard.of(@model)
    @compliance = Kelvath::Renaming::Compliance.of(@model, @standard)
    @desk = Desk.new(@stored, @model, view: "naming", stage: nil)
  end
end
