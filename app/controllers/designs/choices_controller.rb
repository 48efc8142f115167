# frozen_string_literal: true

# How a design is derived. What is chosen is kept; deriving again, which is shown next, brings what follows from it.
class ChoicesController < ApplicationController
  include DesignScoped

  def show
    @page = ChoicesPage.new(@model, @design)
    @desk = desk("choices")
  end

  # chosen_of: { name => value }; each_of: { element's id => value }, of choices that are made for each; left_out: ids
  # of entities.
  def update
    given = (params[:chosen_of].presence&.to_unsafe_h || {}).merge(each_of)
    change = Kelvath::Derivation::Choices.change(@model, @design.id, given, left_out: Array(params[:left_out]))
    @stored.journal.commit(change, by: person, label: "Chose how #{@design.name} is derived", follow: false)
    redirect_to model_design_rederivation_path(@stored, @design.id), status: :see_other
  rescue Kelvath::InvalidValue => error
    @page = ChoicesPage.new(@model, @design, given:, wrong: error.message)
    @desk = desk("choices")
    render :show, status: :unprocessable_entity
  end

  private

  # { name of a choice => { element's id => value } }
  def each_of
    said = params[:each_of].presence&.to_unsafe_h or return {}
    Kelvath::Derivation::Choices::ALL.each_value.select(&:each).to_h do |choice|
      [ choice.name, said.select { |id, _| @model.of_kind(id, choice.each) } ]
    end
  end
end
