# frozen_string_literal: true

module Kelvath
  module Intake
    # A catalog as the elements of a design. What came in is the design's base, so that changes made
    # by hand later can be told.
    class DesignBuilder
      attr_reader :catalog, :platform

      def initialize(catalog, platform, ids, name:)
        @catalog = catalog
        @platform = platform
        @ids = ids
        @name = name
        @sources = {}
      end

      # The design itself.
      def design
        @design ||= Metamodel::Design.new(id: @ids.next, name: @name, platform: @platform.key)
      end

      def table_id(name) = table_ids.fetch(name)
      def column_id(table, column) = column_ids.fetch([ table, column.downcase ])

      # Notes which logical element a table or column belongs to.
      def link(physical_id, source_id) = @sources[physical_id] = source_id

      # The design and all within it.
      def elements
        inner = catalog.tables.flat_map { |table| table_elements(table) } + view_elements
        inner = inner.map { |element| @sources.key?(element.id) ? element.with(source_id: @sources[element.id]) : element }
        [ design.with(base: Derivation::Base.pack(inner)), *inner ]
      end

      private

      def table_ids = @table_ids ||= catalog.tables.to_h { |table| [ table.name, @ids.next ] }

      def column_ids
        @column_ids ||= catalog.tables.flat_map { |table| table.columns.map { |column| [ [ table.name, column.name.downcase ], @ids.next ] } }.to_h
      end

      def table_elements(table)
        id = table_id(table.name)
        [ Metamodel::Table.new(id:, parent_id: design.id, name: table.name, comment: table.comment),
          *table.columns.each_with_index.map { |column, index| column_element(table, column, index) },
          *table.keys.map { |key| build(:key, id, name: key.name, primary: key.primary, column_ids: columns(table.name, key.columns)) },
          *table.foreign_keys.filter_map { |key| foreign_key(table, key) },
          *table.checks.map { |check| build(:check, id, name: check.name, condition: check.condition) },
          *table.indexes.map { |index| index_element(table, index) } ]
      end

      def column_element(table, column, index)
        Metamodel::Column.new(id: column_id(table.name, column.name), parent_id: table_id(table.name), name: column.name,
                              native_type: @platform.canonical_type(column.native_type), mandatory: column.mandatory, identity: column.identity,
                              default_value: column.default_value, comment: column.comment, position: index + 1.0)
      end

      # A foreign key to a table that is not there cannot be kept.
      def foreign_key(table, key)
        return catalog.log << lost_target(table, key) && nil unless table_ids.key?(key.target_table)

        build(:foreign_key, table_id(table.name), name: key.name, column_ids: columns(table.name, key.columns),
              target_table_id: table_id(key.target_table), target_column_ids: columns(key.target_table, key.target_columns),
              on_delete: key.on_delete, on_update: key.on_update)
      end

      def lost_target(table, key)
        Catalog::Note.new(level: :warning, object: "#{table.name} (#{key.columns.join(', ')})",
                          message: "This foreign key points at #{key.target_table}, which is not there; it is left out.")
      end

      def index_element(table, index)
        build(:index, table_id(table.name), name: index.name, unique: index.unique, column_ids: columns(table.name, index.columns),
              descending_ids: columns(table.name, index.descending), expression: index.expression)
      end

      def view_elements
        catalog.views.each_with_index.map do |view, index|
          build(:view, design.id, name: view.name, query: view.query, comment: view.comment, position: index + 1.0)
        end
      end

      def columns(table, names) = names.filter_map { |name| column_ids[[ table, name.downcase ]] }
      def build(kind, parent_id, **values) = Metamodel.fetch(kind).new(id: @ids.next, parent_id:, **values)
    end
  end
end
