# frozen_string_literal: true

module Kelvath
  # Holds a design against what a database says of itself.
  module Proof
    module_function

    UNREAD = %i[row].freeze # what no catalog tells

    # Comparison::Difference values: left is the design, right the database.
    def differences(model, design_id, catalog, ids:)
      design = model.fetch(design_id)
      builder = Intake::DesignBuilder.new(catalog, Platforms.fetch(design.platform), ids, name: design.name)
      Comparison.designs(model, design_id, Model.of(builder.elements), builder.design.id, without: UNREAD)
    end
  end
end
