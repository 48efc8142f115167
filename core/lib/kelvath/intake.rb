# frozen_string_literal: true

require_relative "intake/catalog"
require_relative "intake/sqlite_table_text"
require_relative "intake/sqlite_catalog"
require_relative "intake/postgresql_catalog"
require_relative "intake/mending"
require_relative "intake/design_builder"
require_relative "intake/logical_builder"

module Kelvath
  # The way from a database to a design and its logical side.
  module Intake
    READERS = { "sqlite" => SqliteCatalog, "postgresql" => PostgresqlCatalog }.freeze

    # change_set adds everything; log holds Catalog::Note values.
    Result = Struct.new(:change_set, :design_id, :log, keyword_init: true)

    module_function

    # Reads the catalog of a database. query: a callable, SQL -> array of hashes with string keys.
    def catalog(platform, query, progress: Progress.none)
      READERS.fetch(platform) { raise UnknownName, "Databases of “#{platform}” cannot be read yet." }.new(query, progress:).read
    end

    # Notes on pieces of SQL that no script can hold as they stand.
    def pieces(elements)
      elements.flat_map do |element|
        Ddl::Piece.of(element).filter_map do |field, piece|
          fault = piece.fault or next
          label = element.class.fetch_field(field).label.downcase
          Catalog::Note.new(level: :warning, object: element.name, message: "The #{label} of this #{element.class.title} #{fault}; it is kept as text, and left out of scripts.")
        end
      end
    end

    # Turns a catalog into a design and a logical side in an empty (or other) model. standard: what the
    # names are read by.
    def take(model, catalog, platform:, ids:, name:, standard: Naming::Standard.plain)
      catalog = Mending.new(catalog).catalog
      design = DesignBuilder.new(catalog, Platforms.fetch(platform), ids, name:)
      logical = LogicalBuilder.new(design, ids, taken: model.all(:entity).map(&:name), standard:)
      additions = logical.build + design.elements
      Result.new(change_set: ChangeSet.new(additions:), design_id: design.design.id, log: catalog.log + logical.log + pieces(additions))
    end
  end
end
