# frozen_string_literal: true

# The next version of a lexicon or rulebook: what it would rename in every model that follows it is shown
# before there is one.
class VersionsController < ApplicationController
  include StandardScoped

  def new
    @effects = VersionEffect.of_followers(@stored)
  end

  # Releases it, and moves the models on that were ticked, each as one change of its own.
  def create
    effects = VersionEffect.of_followers(@stored)
    number = @stored.release(by: person)
    moved = effects.select { |effect| Array(params[:models]).include?(effect.stored.id) }.each { |effect| effect.move_on(number, by: person) }
    flash[:notice] = "Version #{number} is out#{"; #{moved.map { |effect| effect.stored.name }.to_sentence} follow#{'s' if moved.one?} it" if moved.any?}."
    redirect_to(@stored.sort == "lexicon" ? lexicon_path(@stored) : rulebook_path(@stored), status: :see_other)
  end
end
