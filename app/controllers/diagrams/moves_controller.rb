# frozen_string_literal: true

# Moving cards and notes of a diagram: places[node id] = "x,y".
class MovesController < ApplicationController
  include DiagramScoped

  # { node id => [x, y] }. Raises Kelvath::InvalidValue.
  def self.places(params)
    params.require(:places).to_unsafe_h.transform_values { |place| place.to_s.split(",").map { |number| Float(number) }
      .tap { |pair| raise ArgumentError unless pair.size == 2 && pair.all?(&:finite?) } }
  rescue ArgumentError
    raise Kelvath::InvalidValue.new("A card's place is two numbers.", field: :places, value: nil)
  end

  def create
    places = self.class.places(params)
    if @diagram.snapped
      places = places.transform_values { |place| place.map { |number| Kelvath::Diagram::Arranging.snapped(number) } }
    end

    commit Kelvath::Editing.move(@model, places, ids: Ids)
  end
end
