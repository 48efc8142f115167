# frozen_string_literal: true

# The versions of a lexicon or rulebook: those there were, with what was done in each, and the next one. What
# that would rename in every model that follows is shown before there is one.
class VersionsController < ApplicationController
  include StandardScoped

  def show
    @stretches = VersionHistory.new(@stored).stretches
  end

  # An earlier version made the present state again, as one change; it can be released as the next.
  def update
    milestone = @stored.versions.find_by!(number: params.require(:number).to_s.to_i)
    done = commit Kelvath::ChangeSet.between(@model, @stored.model_at(milestone.revision)),
                  label: "Went back to version #{milestone.number}"
    flash[:notice] = done ? "It is as it was in version #{milestone.number}. Undo brings back what it was before." :
                       "Nothing has changed since version #{milestone.number}."
    redirect_to helpers.standard_page(@stored), status: :see_other
  end

  def new
    @effects = VersionEffect.of_followers(@stored)
  end

  # Releases it, and moves the models on that were ticked, each as one change of its own.
  def create
    effects = VersionEffect.of_followers(@stored)
    number = @stored.release(by: person)
    moved = effects.select { |effect| Array(params[:models]).include?(effect.stored.id) }.each do |effect|
      effect.move_on(number, by: person)
    end
    followers = "; #{moved.map { |effect| effect.stored.name }.to_sentence} follow#{'s' if moved.one?} it" if moved.any?
    flash[:notice] = "Version #{number} is out#{followers}."
    redirect_to helpers.standard_page(@stored), status: :see_other
  end
end
