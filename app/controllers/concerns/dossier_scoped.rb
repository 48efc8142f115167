# frozen_string_literal: true

# For everything about one dossier of a model: its own, or one that ships.
module DossierScoped
  extend ActiveSupport::Concern

  included do
    include ModelScoped
    before_action :set_dossier, unless: -> { params[:dossier_id].nil? && params[:id].nil? }
  end

  private

  def set_dossier = @dossier = Kelvath::Publishing.fetch(@model, params[:dossier_id] || params[:id])

  # Commits a change and shows the dossier with the chapter at hand.
  def keep(change, dossier_id, chapter_id = nil)
    @stored.journal.commit(change, by: person, follow: false) unless change.empty?
    redirect_to model_dossier_path(@stored, dossier_id, chapter: chapter_id), status: :see_other
  end
end
