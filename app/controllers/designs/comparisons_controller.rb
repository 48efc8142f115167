# frozen_string_literal: true

# Two designs of a model laid side by side.
class ComparisonsController < ApplicationController
  include DesignScoped

  # with: the id of the other design; the next one, if nothing is said.
  def show
    @others = @model.all(:design) - [ @design ]
    @other = @others.find { |each| each.id == params[:with] } || @others.first
    @comparison = Kelvath::Comparison::SideBySide.new(@model, @design.id, @other.id) if @other
    @desk = desk("comparison")
  end
end
