# frozen_string_literal: true

# How a design is derived. What is chosen is kept; deriving again, which is shown next, brings what follows from it.
class ChoicesController < ApplicationController
  include DesignScoped

  def show
    @choices = Kelvath::Derivation::Choices.of(@design)
    @page = ChoicesPage.new(@model, @design)
    @desk = desk("choices")
  end

  # chosen_of: { name => value }; left_out: ids of entities.
  def update
    given = params[:chosen_of].presence&.to_unsafe_h || {}
    change = Kelvath::Derivation::Choices.change(@model, @design.id, given, left_out: Array(params[:left_out]))
    @stored.journal.commit(change, by: person, label: "Chose how #{@design.name} is derived", follow: false)
    redirect_to model_design_rederivation_path(@stored, @design.id), status: :see_other
  rescue Kelvath::InvalidValue => error
    @wrong = error.message
    @choices = Kelvath::Derivation::Choices.new(given.transform_values(&:to_s))
    @page = ChoicesPage.new(@model, @design)
    @desk = desk("choices")
    render :show, status: :unprocessable_entity
  end
end
