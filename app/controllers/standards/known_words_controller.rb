# frozen_string_literal: true

# A word added to the model's lexicon from where it was missed.
class KnownWordsController < ApplicationController
  include FollowedLexicon

  # The form, with a short form suggested and what the word would rename here and elsewhere.
  def new
    @word = params[:word].to_s.first(Kelvath::Metamodel::Field::NAME_LIMIT)
    @effects = effects if params[:short_forms].present?
    render layout: false
  end

  # Adds it, releases the lexicon as it stands, and this model follows; its names that follow move along.
  def create
    repaint add_to_lexicon(addition)
  end

  private

  def addition
    Kelvath::Draft.change(@lexicon.model, ids: Ids) do |draft|
      draft.add(:lexicon_entry, source: @stored.name, **LexiconWriting.new_values(
        { name: params[:word], short_forms: params[:short_forms], class_word: params[:class_word] }
      ))
    end
  end

  # [model's name, names that would change], this model and all others that follow the lexicon.
  def effects
    with = Kelvath::Naming::Lexicon.of(addition.apply(@lexicon.model))
    NamingStandard.followers(@lexicon).map do |stored|
      standard = Kelvath::Naming::Standard.new(with, NamingStandard::Choice.of(stored.model).standard.rulebook)
      [ stored.name, Kelvath::Renaming::Plan.whole(stored.model, standard).flat_map(&:changes) ]
    end
  end
end
