# frozen_string_literal: true

require_relative "intake/catalog"
require_relative "intake/partitions"
require_relative "intake/scope"
require_relative "intake/catalog_reader"
require_relative "intake/scripted_reader"
require_relative "intake/questionnaire"
require_relative "intake/mending"
require_relative "intake/conditions"
require_relative "intake/areas"
require_relative "intake/design_parts"
require_relative "intake/design_builder"
require_relative "intake/logical_builder"
require_relative "intake/stars"

module Kelvath
  # The way from a database to a design and its logical side.
  module Intake
    # change_set adds everything; base: the Derivation::Base to keep; log holds Catalog::Remark values.
    Result = Struct.new(:change_set, :design_id, :base, :log, keyword_init: true)

    module_function

    # Reads the catalog of a database. platform: its key; query: a callable, SQL -> array of hashes with string keys.
    # scope: a Scope, nil for all there is. Raises UnknownName.
    def catalog(platform, query, progress: Progress.none, scope: nil)
      reader(platform).new(query, progress:, scope:).read
    end

    # The Listing of what a database holds.
    def list(platform, query) = reader(platform).new(query).list

    def reader(platform)
      known = Platforms.fetch(platform)
      known.catalog_reader or raise UnknownName, "Databases of #{known.title} cannot be read yet."
    end
    private_class_method :reader

    # Notes on pieces of SQL that no script can hold as they stand.
    def pieces(elements)
      faults = Hash.new { |known, kind| known[kind] = {}.compare_by_identity } # a type is one object in all columns
      elements.each_with_object([]) do |element, found|
        Ddl::Piece.fields(element).each do |field, kind|
          value = element[field]
          fault = faults[kind].fetch(value) { faults[kind][value] = Ddl::Piece.new(text(value), kind).fault } or next
          label = element.class.fetch_field(field).label.downcase
          found << Catalog::Remark.new(
            level: :warning, object: element.name,
            message: "The #{label} of this #{element.class.title} #{fault}; it is kept as text, and left out of " \
                     "scripts."
          )
        end
      end
    end

    # The text of a piece of SQL, with “name” for each reference in it. value: of its field.
    def text(value)
      value.is_a?(Hash) ? Platforms::STANDARD.write_type(value) : Metamodel::Expression.written(value) { "name" }
    end

    # Turns a catalog into a design and, if that is wanted, a logical side in an empty (or other) model. standard: what
    # the names are read by. Answers a Result.
    def take(model, catalog, logical: true, **options)
      taken = without_base(model, catalog, logical:, **options)
      return taken unless logical

      additions = taken.change_set.additions
      base = base(additions, taken.design_id)
      additions = additions.map { |each| each.id == taken.design_id ? each.with(base: base.digest) : each }
      taken.dup.tap { |whole| whole.change_set, whole.base = ChangeSet.new(additions:), base }
    end

    # As #take, but for the base, which takes as long as all the rest: the design names none yet.
    def without_base(model, catalog, platform:, ids:, name:, standard: Naming::Standard.plain, logical: true)
      catalog = Mending.new(catalog).catalog
      design = DesignBuilder.new(catalog, Platforms.fetch(platform), ids, name:)
      return design_only(catalog, design) unless logical

      logical = LogicalBuilder.new(
        design, ids, taken: %i[entity domain].to_h { |kind| [ kind, model.all(kind).map(&:name) ] }, standard:
      )
      additions = logical.build + design.elements
      Result.new(change_set: ChangeSet.new(additions:), design_id: design.design.id, base: nil,
                 log: catalog.log + logical.log + pieces(additions))
    end

    def design_only(catalog, design)
      additions = design.elements
      Result.new(change_set: ChangeSet.new(additions:), design_id: design.design.id, base: nil,
                 log: catalog.log + pieces(additions))
    end
    private_class_method :design_only

    # What the logical side just made would be derived as, in the place of what was taken in: where the two differ, the
    # database has decided. additions: elements, the Design of that id among them. Answers a Derivation::Base.
    def base(additions, design_id)
      taken = Model.of(additions)
      design = taken.fetch(design_id, :design)
      made, = Derivation.made(taken, design)
      Derivation::Base.of(Matching::Designs.new(Derivation::Again::Parts.of(taken, design_id), made)
                                                     .aligned.values)
    end

    private_class_method :pieces, :text
  end
end
