# frozen_string_literal: true

class LexiconsController < ApplicationController
  include StandardScoped
  skip_before_action :set_standard, only: :create

  def show
    @search = LexiconSearch.new(@model, params)
  end

  # Empty; it has a version from the beginning, so that models can follow it.
  def create
    name = Kelvath::Metamodel::Header.fetch_field(:name).parse(params.require(:name))
    change_set = Kelvath::Draft.change(Kelvath::Model::EMPTY, ids: Ids) { |draft| draft.add(:header, name:) }
    stored = StoredModel.start(name, by: person, label: "Began the lexicon", change_set:, sort: "lexicon")
    stored.release(by: person)
    redirect_to lexicon_path(stored), status: :see_other
  end
end
