# frozen_string_literal: true

module Kelvath
  module Ddl
    # The names within pieces of SQL: which of them are elements of the design, and how they are written today.
    module Names
      # Where names are looked up. tables: { name in lower case => id } of tables and views, as tables_by_name answers
      # it; columns: table's id -> { name in lower case => id }; table: the id of the table that the piece belongs
      # to, nil for a view.
      Known = Struct.new(:tables, :columns, :table, keyword_init: true)

      module_function

      # The field of an element as text, with the names that the elements have today. platform: who writes the names,
      # if it is not the design's as it is.
      def text(model, element, field, platform: Platforms.of(model, element))
        value = element[field]
        return type_text(model, element) if field == :native_type
        return value unless value.include?(Metamodel::Expression::FIRST)

        Metamodel::Expression.written(value) { |id| written(model, platform, id) }
      end

      # An option's value; text with the names that the elements in it have today.
      def option_value(model, element, name, platform: Platforms.of(model, element))
        value = element.options[name]
        return value unless value.is_a?(String)

        Metamodel::Expression.written(value) { |id| written(model, platform, id) }
      end

      # Options as typed, with references for the names in those that are SQL.
      def resolved_options(model, element, options)
        platform = Platforms.of(model, element)
        options.to_h do |name, value|
          sql = platform.option(element.kind, name)&.type == :sql
          [ name, sql ? NameFinder.new(value, :expression, known(model, element)).resolved : value ]
        end
      end

      def type_text(model, column)
        platform = Platforms.of(model, column)
        platform.write_type(platform.type_of(column, model))
      end

      # An element's name as it stands in SQL: "crew.member" for what is in a schema.
      def written(model, platform, id)
        element = model[id] or return ""
        platform.name_parts(element, model).map { |part| platform.quote(part) }.join(".")
      end

      # The name to look a table or view up by, of [schema or nil, name].
      def key(parts) = parts.compact.join(".").downcase

      # { key => id } of [[schema or nil, name], id] pairs. Without its schema a table is known where no other one of
      # that name is meant: the one without a schema goes first.
      def tables_by_name(pairs)
        bare, within = pairs.partition { |(schema, _), _| schema.nil? }
        alone = within.group_by { |(_, name), _| name.downcase }.select { |_, list| list.one? }
        known = alone.transform_values { |list| list.first.last }
        known.merge(bare.to_h { |parts, id| [ key(parts), id ] }, within.to_h { |parts, id| [ key(parts), id ] })
      end

      # A text as typed, with references for the names that it holds. element: whose field it will be.
      def resolve(model, element, field, text) = finder(model, element, field, text).resolved

      # Names in a field that should be elements and are none.
      def unknown(model, element, field) = finder(model, element, field, text(model, element, field)).unknown

      def finder(model, element, field, text)
        NameFinder.new(text, Piece.kind(element.kind, field), known(model, element))
      end

      # The Known names among which those in a piece of an element are looked up.
      def known(model, element)
        design = [ *model.ancestors(element) ].last || element
        all = Metamodel::Design.tables(model, design.id) + Metamodel::Design.views(model, design.id)
        tables = tables_by_name(all.map { |each| [ [ each.schema(model)&.name, each.name ], each.id ] })
        columns = ->(id) { model.children(id, :column).to_h { |each| [ each.name.downcase, each.id ] } }
        Known.new(tables:, columns:,
                  table: ([ element, *model.ancestors(element) ].find { |each| each.kind == :table }&.id))
      end

      private_class_method :type_text, :written, :finder
    end
  end
end
