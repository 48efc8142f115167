# frozen_string_literal: true

require_relative "intake/catalog"
require_relative "intake/sqlite_table_text"
require_relative "intake/sqlite_catalog"
require_relative "intake/postgresql_catalog"
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

    # Turns a catalog into a design and a logical side in an empty (or other) model. standard: what the
    # names are read by.
    def take(model, catalog, platform:, ids:, name:, standard: Naming::Standard.plain)
      design = DesignBuilder.new(catalog, Platforms.fetch(platform), ids, name:)
      logical = LogicalBuilder.new(design, ids, taken: model.all(:entity).map(&:name), standard:)
      Result.new(change_set: ChangeSet.new(additions: logical.build + design.elements), design_id: design.design.id, log: catalog.log + logical.log)
    end
  end
end
