# frozen_string_literal: true

# For everything on one diagram: finds it, and the cards that are meant.
module DiagramScoped
  extend ActiveSupport::Concern

  included do
    include ModelScoped
    before_action :set_diagram
  end

  private

  def set_diagram
    @diagram = @model.fetch(params[:diagram_id] || params[:id], :diagram)
  end

  # Ids of the elements that the page has selected.
  def chosen_ids = params[:chosen].to_s.split(",").reject(&:empty?)

  def draft_change(&block) = Kelvath::Draft.change(@model, ids: Ids, &block)
end
