# frozen_string_literal: true

# The shortest way through relationships between two selected cards.
class PathsController < ApplicationController
  include DiagramScoped

  def show
    from, to = chosen_ids
    unless chosen_ids.size == 2
      return complain("Select two cards to see the way between them.", status: :unprocessable_entity)
    end

    way = Kelvath::Diagram::Neighbourhood.of(@model, @diagram.stage, @diagram.design_id).path(from, to)
    unless way
      return complain("No relationships lead from #{@model.fetch(from).name} to #{@model.fetch(to).name}.",
                      status: :not_found)
    end

    names = way.each_slice(2).map { |id, _| @model.fetch(id).name }
    render "paths/show", layout: false,
           locals: { way:, names:, missing: names.size - way.each_slice(2).count { |id, _| on_diagram.include?(id) } }
  end

  private

  def on_diagram = @on_diagram ||= @model.children(@diagram.id, :diagram_node).map(&:element_id).to_set
end
