# frozen_string_literal: true

# Moving cards on a diagram: places[node id] = "x,y".
class MovesController < ApplicationController
  include ModelScoped

  def create
    places = params.require(:places).to_unsafe_h.transform_values { |place| place.to_s.split(",").map { |number| Float(number) } }
    commit Kelvath::Editing.move(@model, places, ids: Ids)
  rescue ArgumentError
    complain "A card's place is two numbers.", status: :unprocessable_entity
  end
end
