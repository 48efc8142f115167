# frozen_string_literal: true

# Any element: shown in Particulars, made, changed a field at a time, removed.
class ElementsController < ApplicationController
  include ModelScoped

  def show
    @elements = params[:id].split(",").first(500).map { |id| @model.fetch(id.split(".").first) }.uniq
    @element = @elements.first || raise(Kelvath::NotFound, "Nothing was named.")
  end

  def create
    change_set = Creation.new(@model, params, author: person).change_set
    repaint @stored.journal.commit(change_set, by: person), select: (params[:selected].present? && %w[
      note attribute identifier allowed_value dependency schema column key index check foreign_key view
      sequence routine trigger role grant
    ].include?(params[:kind]) ? nil : change_set.additions.first&.id)
  end

  def update
    return render("elements/shown", layout: false) if params[:shown_again]

    return commit(Kelvath::Editing.set_option(@model, params[:id], params[:option], params[:value])) if params[:option]

    commit Kelvath::Editing.set(@model, params[:id], params.require(:field), params[:value], seen: params[:seen],
                                ids: Ids, as_written: params[:as_written].present?)
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    render "elements/refused", layout: false,
                               status: error.is_a?(Kelvath::Conflict) ? :conflict : :unprocessable_entity,
                               locals: { element: @stored.reload.model.fetch(params[:id]), field_name: params[:field],
                                         typed: params[:value], error: }
  end

  def destroy
    commit Kelvath::Editing.remove(@model, params[:id].split(",").map { |id| id.split(".").first }, ids: Ids)
  end
end
