# frozen_string_literal: true

module Kelvath
  module Joining
    # Tables that foreign keys of a script lead to and that only the model has: they are read as if the script had them,
    # with their keys, so that relationships come of them.
    class Completing
      Catalog = Intake::Catalog

      # catalog: an Intake::Catalog, to which the tables are added.
      def initialize(catalog, model, design_id)
        @catalog, @model = catalog, model
        @platform = Platforms.of(model, model.fetch(design_id, :design))
        own = Metamodel::Design.tables(model, design_id).reject(&:outside)
        @mine = own.to_h { |table| [ key(place(table)), table ] }
      end

      # Answers the catalog.
      def call
        known = @catalog.tables.to_set { |table| key(table.place) }
        added = {}
        @catalog.tables.flat_map(&:foreign_keys).each do |foreign|
          target = key(foreign.target)
          lead(foreign, added[target] ||= add(@mine[target])) if @mine.key?(target) && !known.include?(target)
        end
        @catalog
      end

      private

      def key(place) = Ddl::Names.key(place)

      def place(table)
        schema = table.schema_id && @model[table.schema_id].name
        [ schema.nil? || @platform.given_schema?(schema) ? nil : schema, table.name ]
      end

      def add(table)
        schema, name = place(table)
        primary = @model.children(table.id, :key).find(&:primary)
        columns = primary ? primary.column_ids.map { |id| column(@model[id]) } : []
        keys = primary ? [ Catalog::Key.new(name: primary.name, primary: true, columns: columns.map(&:name),
          options: primary.options) ] : []
        made = Catalog::Table.new(schema:, name:, comment: "", columns:, keys:, foreign_keys: [], checks: [],
                                  clauses: [], indexes: [], triggers: [], options: {})
        @catalog.tables << made
        made
      end

      def column(column)
        Catalog::Column.new(name: column.name, native_type: @platform.write_type(column.native_type), comment: "",
          mandatory: column.mandatory, identity: column.identity, default_value: column.default_value, computed: nil,
          stored: false, options: {})
      end

      # Columns that it does not name are those of the key.
      def lead(foreign, table)
        foreign.target_schema, foreign.target_table = table.place
        names = table.columns.map(&:name)
        return if (foreign.target_columns.map(&:downcase) - names.map(&:downcase)).empty?

        foreign.target_columns = names if names.size == foreign.columns.size
      end
    end
  end
end
