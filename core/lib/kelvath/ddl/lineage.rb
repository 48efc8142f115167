# frozen_string_literal: true

module Kelvath
  module Ddl
    # Where the columns of views come from, through views that are made of others, down to tables.
    class Lineage
      # columns: [Query::Column, …] with ids of columns; used: ids of all columns that the view looks at; tables,
      # unknown: names of tables and columns that could not be told.
      View = Struct.new(:columns, :used, :tables, :unknown, keyword_init: true)
      KINDS = %i[schema table column view design].freeze

      # The View of a view. model: a Model.
      def self.of(model, view)
        design_id = view.parent_id
        model.memo_of([ :lineage, design_id ], KINDS) { new(model, design_id) }.of(view)
      end

      # The views, with the names of their columns, that show a column: [[view, [name, …]], …].
      def self.shown_by(model, column)
        design = model.ancestors(column).last
        return Model::NONE unless design&.kind == :design
        lineage = model.memo_of([ :lineage, design.id ], KINDS) { new(model, design.id) }
        Metamodel::Design.views(model, design.id).filter_map do |view|
          names = lineage.of(view).columns.select { |each| each.sources.include?(column.id) }.map(&:name)
          [ view, names ] if names.any? || lineage.of(view).used.include?(column.id)
        end
      end

      def initialize(model, design_id)
        @model = model
        @design_id = design_id
        @found = {}
        @open = Set.new
        @lock = Monitor.new
      end

      # The View; of one that is made of itself nothing is told.
      def of(view)
        @lock.synchronize do
          @found[view.id] ||= begin
            return View.new(columns: [], used: [], tables: [], unknown: []) unless @open.add?(view.id)

            made(view).tap { @open.delete(view.id) }
          end
        end
      end

      private

      def made(view)
        query = Query.new(Names.text(@model, view, :query), method(:columns_of))
        names = view.column_names
        columns = query.columns.each_with_index.map do |each, index|
          names[index] ? Query::Column.new(names[index], each.sources, each.open, nil) : each
        end
        View.new(columns:, used: query.used, tables: query.unknown_tables, unknown: query.unknown_columns)
      end

      # parts: of a table's or view's name, in small letters.
      def columns_of(parts)
        element = @model[tables[parts.last(2).join(".")] || everywhere(parts) || ""] or return
        columns = if element.kind == :view then of(element).columns.map { |each| [ each.name, each.sources ] }
        elsif !element.outside
          @model.children(element.id, :column).map { |column| [ column.name, column.id ] }
        end
        columns && Query::Table.new(id: element.id, columns:)
      end

      # A table in the schema that needs no name, named with it.
      def everywhere(parts)
        return unless parts.size > 1 && Platforms.of(@model, @model.fetch(@design_id)).given_schema?(parts[-2])

        id = tables[parts.last]
        id if id && @model[id].schema_id.nil?
      end

      def tables = @tables ||= Names.known(@model, @model.fetch(@design_id)).tables
    end
  end
end
