# frozen_string_literal: true

module Kelvath
  # Holds a design against what a database says of itself.
  module Proof
    module_function

    UNREAD = %i[row].freeze # what no catalog tells
    RIGHTS = %i[role grant].freeze # what only some do
    BESIDE = "referential trigger"

    # Comparison::Difference values: left is the design, right the database. script: the Ddl::Script that made it; what
    # only that says is no difference.
    def differences(model, design_id, catalog, ids:, script: nil)
      design = model.fetch(design_id)
      builder = Intake::DesignBuilder.new(catalog, Platforms.fetch(design.platform), ids, name: design.name)
      without = UNREAD + (builder.platform.supports?(:rights_told) ? [] : RIGHTS)
      found = Comparison.designs(model, design_id, Model.of(builder.elements), builder.design.id, without:)
      beside = script ? script.statements.select { |each| each.kind == BESIDE }.to_set(&:name) : Set.new
      found.reject! { |each| each.kind == :role && each.right.nil? && idle?(model, design_id, each.path) }
      found.reject { |each| each.kind == :trigger && each.left.nil? && beside.include?(each.path.split(" · ").last) }
    end

    # A role that may do nothing here is not told.
    def idle?(model, design_id, name)
      model.children(design_id, :role).any? { |each| each.name.casecmp?(name) && model.leaf?(each.id) }
    end
    private_class_method :idle?
  end
end
