# frozen_string_literal: true

# What stands on a diagram: cards are put on it and taken off; the model keeps the objects.
class PlacementsController < ApplicationController
  include DiagramScoped

  MOST_STEPS = 5

  # Cards of chosen elements, or of all that is related to them up to a number of steps.
  def create
    steps = params[:steps].to_i.clamp(0, MOST_STEPS)
    ids = steps.zero? ? chosen_ids :
            Kelvath::Diagram::Neighbourhood.of(@model, @diagram.stage, @diagram.design_id).around(chosen_ids, steps)
    change = draft_change { |draft| put(draft, ids) }
    return complain("All of it is on this diagram already.", status: :unprocessable_entity) if change.empty?

    commit change, label: "Put #{helpers.counted(change.additions.size, 'card')} on #{@diagram.name}"
  end

  def destroy
    nodes = @model.children(@diagram.id, :diagram_node).select { |node| chosen_ids.include?(node.element_id) }
    notes = chosen_ids.select { |id| @model[id]&.kind == :diagram_note }
    if nodes.empty? && notes.empty?
      return complain("A line shows wherever both its ends do. Shift+Delete removes the relationship from the model.",
                      status: :unprocessable_entity)
    end

    names = nodes.map { |node| @model.fetch(node.element_id).name }
    commit Kelvath::Editing.remove(@model, nodes.map(&:id) + notes, ids: Ids), label: (taken_off(names) if names.any?)
  end

  private

  # One that was dropped stands where it fell; others beside what they are related to.
  def put(draft, ids)
    fresh = ids - @model.children(@diagram.id, :diagram_node).map(&:element_id)
    unless params[:x] && fresh.one?
      return Kelvath::Editing::Diagrams.show(draft, @diagram.id, ids, near: chosen_ids.first)
    end

    at = %i[x y].map { |side| Kelvath::Metamodel::DiagramNode.fetch_field(side).parse(params[side]) }
    Kelvath::Editing::Diagrams.put(draft, @diagram, @model.fetch(fresh.first), at:)
  end

  def taken_off(names)
    spoken = "#{names.first(3).join(', ')}#{" and #{names.size - 3} more" if names.size > 3}"
    "Took #{spoken} off #{@diagram.name}; the model keeps #{names.one? ? 'it' : 'them'}"
  end
end
