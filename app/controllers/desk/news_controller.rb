# frozen_string_literal: true

# What others have done since a page was painted: pages ask every few seconds, and mostly there is nothing.
class NewsController < ApplicationController
  include LedgerViewed

  def show
    stored = StoredModel.ready.select(:id, :revision).find(params[:model_id])
    seen = Integer(params.require(:revision), 10)
    return head(:no_content) if stored.revision == seen || waiting_at?(stored.revision)

    tell(StoredModel.find(stored.id), seen)
  rescue ArgumentError, TypeError
    complain("The revision of a page is a whole number.", status: :bad_request)
  rescue News::TooOld
    response.headers["HX-Refresh"] = "true"
    head :ok
  end

  private

  # All of it is painted but for the place in which somebody is still typing.
  def waiting_at?(revision) = params[:busy] == "1" && params[:told].to_i >= revision

  def tell(stored, seen)
    @stored = stored
    commit = News.since(stored, seen) or return head(:no_content)
    @model = commit.after
    response.headers["X-Revision"] = commit.entry.revision.to_s
    shown = params.values_at(:diagram_id, :ledger).map(&:to_s)
    return leave_for(model_path(stored)) if shown.any? { |id| commit.before.key?(id) && !commit.after.key?(id) }

    page = Repaint.new(stored, commit, seen:, diagram_id: shown.first, ledger_scope: shown.last, ledger_view:,
                                       selected: params[:selected].to_s, other_names: other_names?)
    told = params[:told].to_i >= commit.entry.revision
    render layout: false, formats: :html, locals: { page:, entry: commit.entry, told: }
  end
end
