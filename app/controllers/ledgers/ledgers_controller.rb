# frozen_string_literal: true

class LedgersController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def show
    @address = params[:id]
    @ledger = LedgerCache.fetch(@stored, @model, @address, ledger_view)
    @desk = Desk.new(@stored, @model, view: "ledger", stage:,
                     design: (@model[@address] if @model[@address]&.kind == :design))
  end

  private

  def stage
    return @address if %w[concept logical].include?(@address)

    physical = @address.delete_prefix("kind:").then { |kind| Kelvath::Metamodel::PHYSICAL.map(&:to_s).include?(kind) }
    if @address.start_with?("kind:") && !physical
      (params[:stage].presence_in(%w[concept logical]) || "logical")
    else
      "physical"
    end
  end
end
