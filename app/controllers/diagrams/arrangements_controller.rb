# frozen_string_literal: true

# Aligning, distributing and the like of the selected cards.
class ArrangementsController < ApplicationController
  include DiagramScoped

  def create
    way = params.require(:way)
    ids = chosen_ids.presence || @model.children(@diagram.id, :diagram_node).map(&:element_id)
    change = draft_change { |draft| Kelvath::Diagram::Arranging.arrange(draft, @diagram.id, ids, way) }
    commit change,
           label: "#{Kelvath::Diagram::Arranging::WAYS.fetch(way)}: #{helpers.counted(ids.size, 'card')}" \
                  " of #{@diagram.name}"
  end
end
