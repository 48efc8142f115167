# frozen_string_literal: true

# A design and something else laid side by side.
class ComparisonsController < ApplicationController
  include DesignScoped

  # with: as ComparisonPage takes it.
  def show
    @page = ComparisonPage.new(@stored, @model, @design, with: params[:with])
    @desk = desk("comparison")
  end
end
