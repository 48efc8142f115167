# frozen_string_literal: true

# What was decided by hand in a design. A decision's id is its key: an element's id, a colon, a field.
class DecisionsController < ApplicationController
  include DesignScoped

  def index
    @page = DecisionsPage.new(@stored, @model, @design)
    @desk = desk("decisions")
  end

  # The reason of a decision; an empty one is taken away.
  def update
    text = params[:reason].to_s.strip
    kept = DecisionsPage.new(@stored, @model, @design).reasons[params[:id]]
    change = Kelvath::Draft.change(@model, ids: Ids) do |draft|
      if kept then text.empty? ? draft.remove(kept.id) : draft.set(kept.id, reason: text)
      elsif text.present?
        subject, field = params[:id].split(":", 2)
        draft.add(:decision, parent_id: @design.id, subject:, field: field.to_s,
                             reason: Kelvath::Metamodel::Decision.fetch_field(:reason).parse(text))
      end
    end
    commit change
  end

  # Takes it back: the design is there as it was derived.
  def destroy
    base = KeptBase.of(@design) or raise Kelvath::NotFound, "What was derived last is not known."
    change = Kelvath::Derivation::Again::Dropping.change(@model, @design.id, base.elements, params[:id], ids: Ids)
    @stored.journal.commit(change, by: person, follow: false)
    redirect_to model_design_decisions_path(@stored, @design.id), status: :see_other
  end
end
