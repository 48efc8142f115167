# frozen_string_literal: true

class LedgersController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def show
    @scope = params[:id]
    @ledger = LedgerCache.fetch(@stored, @model, @scope, ledger_view)
    @desk = Desk.new(@stored, @model, view: "ledger", stage:,
                     design: (@model[@scope] if @model[@scope]&.kind == :design))
  end

  private

  def stage
    return @scope if %w[concept logical].include?(@scope)

    physical = @scope.delete_prefix("kind:").then { |kind| Kelvath::Metamodel::PHYSICAL.map(&:to_s).include?(kind) }
    if @scope.start_with?("kind:") && !physical
      (params[:stage].presence_in(%w[concept logical]) || "logical")
    else
      "physical"
    end
  end
end
