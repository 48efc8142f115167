# frozen_string_literal: true

module Kelvath
  module Platforms
    # Oracle: a schema is a user, and what is computed is never kept in the row.
    class Oracle::Writer < Ddl::Writer
      private

      def schema_statements
        schemas = Metamodel::Design.schemas(model, @design.id)
        known(:users_without_password, schemas).map do |schema|
          statement("schema", schema.name,
                    "CREATE USER #{quote(schema.name)} NO AUTHENTICATION QUOTA UNLIMITED ON users", schema)
        end
      end

      # A view is commented on as a table.
      def view_words(view) = view.options["materialized"] ? "MATERIALIZED VIEW" : "TABLE"

      # Users have no comments.
      def schema_comments = []

      def identity_words(column)
        platform.class::Options::NUMBERINGS.fetch(column.options["numbering"], super)
      end

      def computed_words(column, computed)
        leave_out("keeping in the row", column) if column.stored
        "GENERATED ALWAYS AS (#{computed}) VIRTUAL"
      end

      def value_clause(column)
        clause = super
        column.options["default for nulls"] && clause&.start_with?("DEFAULT") ? clause.sub("DEFAULT",
"\\0 ON NULL") : clause
      end
    end
  end
end
