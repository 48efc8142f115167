# frozen_string_literal: true

require_relative "derivation/identity"
require_relative "derivation/shaping"
require_relative "derivation/type_table"
require_relative "derivation/house_columns"
require_relative "derivation/lookups"
require_relative "derivation/subtype_checks"
require_relative "derivation/choices"
require_relative "derivation/tables"
require_relative "derivation/constraints"
require_relative "derivation/base"
require_relative "derivation/again/parts"
require_relative "derivation/again/order"
require_relative "derivation/again/decisions"
require_relative "derivation/again/marks"
require_relative "derivation/again/removals"
require_relative "derivation/again/merge"
require_relative "derivation/again/writing"
require_relative "derivation/again/dropping"
require_relative "derivation/again/words"
require_relative "derivation/conversion"
require_relative "derivation/trace"
require_relative "derivation/sending_up"

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
      design = Metamodel::Design.new(id: ids.next, name: name || free_name(model, platform), platform: platform.key,
                                     choices: Choices.of_house(model))
      elements, remarks = made(model, design, standard:, progress:)
      base = Base.of(elements)
      change_set = ChangeSet.new(additions: [ design.with(base: base.digest), *elements ])
      Result.new(change_set:, design_id: design.id, base:, remarks:)
    end

    # What the logical side gives for a design, whatever that holds today: [elements, remarks]. The same sources give
    # the same ids.
    def made(model, design, standard: Naming::Standard.plain, progress: Progress.none)
      platform = Platforms.fetch(design.platform).at(design.version)
      progress.step(0, 3, "preparing the logical side")
      shape = Shaping.of(model, design)
      tables = Tables.new(shape.model, design, platform, standard, Choices.of(design))
      progress.step(1, 3, "making #{model.all(:entity).size} tables")
      tables.build
      progress.step(2, 3, "making keys and indexes")
      [ tables.elements + Constraints.new(shape, tables).build, shape.remarks + tables.remarks ]
    end

    # Derives a design again: an Again::Merge of what was derived last (base: a Base, or nil if none is known), what
    # would be derived now, and what the design holds. Nothing is changed by looking. Raises NotFound.
    def again(model, design_id, base:, standard: Naming::Standard.plain, progress: Progress.none)
      design = model.fetch(design_id, :design)
      fresh, remarks = made(model, design, standard:, progress:)
      Again::Merge.new(model, design, base&.elements, fresh, remarks)
    end

    # The platform's name, or with the first number that no design of the model has.
    def free_name(model, platform)
      taken = model.all(:design).map { |design| design.name.downcase }
      [ platform.title, *(2..).lazy.map { |number| "#{platform.title} #{number}" }.first(taken.size + 1) ]
        .find { |name| !taken.include?(name.downcase) }
    end
  end
end
