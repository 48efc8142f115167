# frozen_string_literal: true

class LedgersController < ApplicationController
  include ModelScoped

  def show
    @ledger = Kelvath::Ledger.of(@model, params[:id])
    @scope = params[:id]
    @desk = Desk.new(@stored, @model, view: "ledger", stage: %w[concept logical].include?(@scope) ? @scope : "physical", design: @model[@scope])
  end
end
