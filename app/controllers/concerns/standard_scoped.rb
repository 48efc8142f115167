# frozen_string_literal: true

# For everything within one lexicon or rulebook: finds it, and answers changes as on the desk.
module StandardScoped
  extend ActiveSupport::Concern

  included do
    before_action :set_standard
    layout "standard"
  end

  private

  def set_standard
    sort = params[:lexicon_id] || controller_name == "lexicons" ? "lexicon" : "rulebook"
    @stored = StoredModel.of_sort(sort).find(params["#{sort}_id"] || params[:id])
    @model = @stored.model
  end

  def commit(change_set, **options) = @stored.journal.commit(change_set, by: person, follow: false, **options)

  def refusal(error) = error.is_a?(Kelvath::Conflict) ? :conflict : :unprocessable_entity

  # The parts of the frame that a change moves: undo, the version's state, a toast.
  def answer(commit, template, **locals)
    return head(:no_content) unless commit

    render template, layout: false, formats: :html, locals: { commit:, **locals }
  end
end
