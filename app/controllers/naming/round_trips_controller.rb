# frozen_string_literal: true

# Which names come back as they were, of a model or of the words of a lexicon.
class RoundTripsController < ApplicationController
  def show
    params[:lexicon_id] ? of_lexicon : of_model
  end

  private

  def of_model
    @stored = StoredModel.of_sort("model").find(params[:model_id])
    @model = @stored.model
    @desk = Desk.new(@stored, @model, view: "naming", stage: nil)
    design = @desk.design
    @trip = Kelvath::Naming::RoundTrip.of(NamingStandard.of(@model), model: @model,
                                          platform: design && Kelvath::Platforms.fetch(design.platform))
    render layout: "desk"
  end

  # With each rulebook of the house in turn, since only a rulebook makes short forms of words.
  def of_lexicon
    @stored = StoredModel.of_sort("lexicon").find(params[:lexicon_id])
    @rulebooks = StoredModel.of_sort("rulebook").order(:name)
    @rulebook = @rulebooks.find_by(id: params[:rulebook]) || @rulebooks.first
    standard = @rulebook ? NamingStandard.draft(lexicon: @stored, rulebook: @rulebook) : Kelvath::Naming::Standard.new(
      Kelvath::Naming::Lexicon.of(@stored.model), Kelvath::Naming::Rulebook.new(Kelvath::Naming::Shipped.rules("short"))
    )
    @trip = Kelvath::Naming::RoundTrip.of(standard)
    render "round_trips/of_lexicon", layout: "standard"
  end
end
