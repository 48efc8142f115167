# frozen_string_literal: true

module Kelvath
  module Ddl
    # The names within pieces of SQL: which of them are elements of the design, and how they are written today.
    module Names
      # Where names are looked up. tables: { name in lower case => id } of tables and views; columns: table's id ->
      # { name in lower case => id }; table: the id of the table that the piece belongs to, nil for a view.
      Scope = Struct.new(:tables, :columns, :table, keyword_init: true)

      module_function

      # The field of an element as text, with the names that the elements have today.
      def text(model, element, field)
        value = element[field]
        return value unless value.include?(Metamodel::Expression::FIRST)

        platform = Platforms.of(model, element)
        Metamodel::Expression.written(value) { |id| platform.quote(model[id]&.name.to_s) }
      end

      # A text as typed, with references for the names that it holds. element: whose field it will be.
      def resolve(model, element, field, text) = finder(model, element, field, text).resolved

      # Names in a field that should be elements and are none.
      def unknown(model, element, field) = finder(model, element, field, text(model, element, field)).unknown

      def finder(model, element, field, text)
        NameFinder.new(text, Piece.kind(element.kind, field), scope(model, element))
      end

      def scope(model, element)
        design = [ *model.ancestors(element) ].last || element
        tables = %i[table view].flat_map { |kind| model.children(design.id, kind) }.to_h { |each| [ each.name.downcase, each.id ] }
        columns = ->(id) { model.children(id, :column).to_h { |each| [ each.name.downcase, each.id ] } }
        Scope.new(tables:, columns:, table: (element.parent_id if element.class.within == [ :table ]))
      end
    end
  end
end
