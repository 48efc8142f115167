# frozen_string_literal: true

require_relative "derivation/identity"
require_relative "derivation/tables"
require_relative "derivation/constraints"
require_relative "derivation/base"

module Kelvath
  # The way from the logical side to a design.
  module Derivation
    # change_set adds the design; base: what is to be kept beside the model, so that deriving again can tell what
    # a person decided by hand (Base); remarks say in words what was decided on the way.
    Result = Struct.new(:change_set, :design_id, :base, :remarks, keyword_init: true)

    module_function

    # Derives a new design for a platform (its key). name: what the design is called; the platform's
    # name, numbered if taken, unless given. standard: what names are made by. Raises UnknownName.
    def derive(model, platform:, ids:, name: nil, standard: Naming::Standard.plain, progress: Progress.none)
      platform = Platforms.fetch(platform)
      design = Metamodel::Design.new(id: ids.next, name: name || free_name(model, platform), platform: platform.key)
      prepared = Logical::Preparation.of(model)
      progress.step(0, 3, "preparing the logical side")
      tables = Tables.new(prepared.model, design.id, platform, standard)
      progress.step(1, 3, "making #{model.all(:entity).size} tables")
      tables.build
      progress.step(2, 3, "making keys and indexes")
      elements = tables.elements + Constraints.new(prepared.model, tables, platform).build
      base = Base.of(elements)
      change_set = ChangeSet.new(additions: [ design.with(base: base.digest), *elements ])
      Result.new(change_set:, design_id: design.id, base:, remarks: prepared.remarks + tables.remarks)
    end

    # The platform's name, or with the first number that no design of the model has.
    def free_name(model, platform)
      taken = model.all(:design).map { |design| design.name.downcase }
      [ platform.title, *(2..).lazy.map { |number| "#{platform.title} #{number}" }.first(taken.size + 1) ]
        .find { |name| !taken.include?(name.downcase) }
    end
  end
end
