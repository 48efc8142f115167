# frozen_string_literal: true

module Kelvath
  # Holds a design against what a database says of itself.
  module Proof
    module_function

    UNREAD = %i[row].freeze # what no catalog tells
    BESIDE = "referential trigger"

    # Comparison::Difference values: left is the design, right the database. script: the Ddl::Script that made it; what
    # only that says is no difference.
    def differences(model, design_id, catalog, ids:, script: nil)
      design = model.fetch(design_id)
      builder = Intake::DesignBuilder.new(catalog, Platforms.fetch(design.platform), ids, name: design.name)
      found = Comparison.designs(model, design_id, Model.of(builder.elements), builder.design.id, without: UNREAD)
      beside = script ? script.statements.select { |each| each.kind == BESIDE }.to_set(&:name) : Set.new
      found.reject { |each| each.kind == :trigger && each.left.nil? && beside.include?(each.path.split(" · ").last) }
    end
  end
end
