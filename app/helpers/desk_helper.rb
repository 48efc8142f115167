# frozen_string_literal: true

module DeskHelper
  # The views of a model's names, by the name of their route.
  NAMING = { "Names" => :model_naming_path, "Keeping to it" => :model_compliance_path,
             "Round trip" => :model_round_trip_path, "Learn words" => :model_learning_path }.freeze
end
