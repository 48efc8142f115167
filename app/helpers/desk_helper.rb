# frozen_string_literal: true

module DeskHelper
  # What an element is called on the other side, if the person wants to see that; nil otherwise.
  def other_name(model, element)
    return unless element && other_names?

    design = Kelvath::Platforms.design_of(model, element)
    OtherNames.of(model, design&.id).of(element)
  end

  # The views of a model's names, by the name of their route.
  NAMING = { "Names" => :model_naming_path, "Keeping to it" => :model_compliance_path,
             "Round trip" => :model_round_trip_path, "Learn words" => :model_learning_path }.freeze
end
