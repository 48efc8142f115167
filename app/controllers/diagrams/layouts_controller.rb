# frozen_string_literal: true

# Laying a diagram out anew, or the cards that are selected.
class LayoutsController < ApplicationController
  include DiagramScoped

  def create
    key = params[:layout].presence || "down"
    only = chosen_ids.size > 1 ? chosen_ids : nil
    known = SceneCache.fetch(@stored, @model, @diagram.id)
    commit draft_change { |draft| Kelvath::Editing::Diagrams.lay_out(draft, @diagram.id, key:, only:, known:) },
           label: "Laid out #{only ? "#{only.size} cards of " : ''}#{@diagram.name}" \
                  ": #{Kelvath::Diagram::Layouts::ALL.fetch(key).title.downcase_first}"
  end
end
