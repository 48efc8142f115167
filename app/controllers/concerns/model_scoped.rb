# frozen_string_literal: true

# For everything within one model: finds it, commits to it, and answers with the parts that changed.
module ModelScoped
  extend ActiveSupport::Concern
  include LedgerViewed

  included do
    before_action :set_model
    layout :layout_of_request
  end

  private

  def set_model
    @stored = StoredModel.ready.find(params[:model_id] || params[:id])
    @model = @stored.model
  end

  def layout_of_request = @desk && !request.headers["HX-Request"] ? "desk" : false

  # Commits and paints again what changed on the page that asked.
  def commit(change_set, **options)
    repaint @stored.journal.commit(change_set, by: person, **options)
  end

  # Ids of what the page as a whole shows: a diagram, the ledger of a design.
  def shown_ids = params.values_at(:diagram_id, :ledger).map(&:to_s)

  def repaint(commit, **locals)
    return head(:no_content) unless commit
    return leave_for(model_path(@stored)) if shown_ids.any? { |id| commit.before.key?(id) && !commit.after.key?(id) }

    page = Repaint.new(@stored, commit, diagram_id: params[:diagram_id].to_s, ledger_scope: params[:ledger].to_s,
                       ledger_view:, selected: params[:selected].to_s, other_names: other_names?)
    response.headers["HX-Trigger"] = "committed"
    response.headers["X-Revision"] = commit.entry.revision.to_s
    render "changes/show", layout: false, formats: :html, locals: { page:, select: nil, **locals }
  end
end
