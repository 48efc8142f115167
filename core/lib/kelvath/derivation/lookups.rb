# frozen_string_literal: true

module Kelvath
  module Derivation
    # Allowed values as tables: one for each domain that lists some and is used, with a row for each value.
    class Lookups
      # Tables, Columns, Keys and Rows.
      attr_reader :elements

      # tables: Derivation::Tables, built; domains: those that are used.
      def initialize(model, tables, design_id)
        @model = model
        @tables = tables
        @design_id = design_id
        @elements = []
        @made = {} # { domain's id => [Table, its key's Column] }
      end

      # The table of a domain's values, with the column that foreign keys refer to. held: whose type the column has.
      def table(domain, type)
        @made[domain.id] ||= make(domain, type)
      end

      private

      def make(domain, type)
        table = add Metamodel::Table.new(id: id("lookup", domain), parent_id: @design_id, source_id: domain.id,
                                         name: @tables.free_table_name(domain.name),
                                         comment: comment(domain.definition), position: 1_000_000.0 + @made.size)
        value = column(table, domain, "Value", @tables.types.native(type), mandatory: true, position: 1.0)
        values = @model.children(domain.id, :allowed_value)
        meaning = meaning(table, domain) if values.any? { |each| !each.meaning.empty? }
        key(table, domain, value)
        values.each_with_index { |each, index| row(table, domain, each, type, value, meaning, index) }
        [ table, value ]
      end

      def meaning(table, domain)
        text = @tables.types.native(Logical::ValueType.new(name: "long_text", allowed_values: []))
        column(table, domain, "Meaning", text, position: 2.0)
      end

      def column(table, domain, word, native_type, **values)
        add Metamodel::Column.new(id: id("lookup #{word}", domain), parent_id: table.id, name: @tables.word(word),
                                  native_type:, source_id: domain.id, **values)
      end

      def key(table, domain, value)
        name = @tables.wanted.patterned(:primary_key, { "table" => table.name, "columns" => [ value.name ] })
        add Metamodel::Key.new(id: id("lookup key", domain), parent_id: table.id, primary: true, source_id: domain.id,
                               name: @tables.names.take(name, limit: @tables.wanted.limit(:primary_key)),
                               column_ids: [ value.id ], position: 1.0)
      end

      def row(table, domain, allowed, type, value, meaning, index)
        platform = @tables.platform
        cells = { value.id => platform.default_expression(allowed.value, type) }
        cells[meaning.id] = allowed.meaning.empty? ? "NULL" : platform.literal(allowed.meaning) if meaning
        names = cells.keys.map { |id| Metamodel::Expression.reference(id) }.join(", ")
        add Metamodel::Row.new(id: @tables.identity.of("lookup row", domain.id, allowed.id), parent_id: table.id,
                               content: "(#{names}) VALUES (#{cells.values.join(', ')})", source_id: allowed.id,
                               position: index + 1.0)
      end

      def id(role, domain) = @tables.identity.of(role, domain.id)
      def comment(text) = @tables.choices.comments? ? text : ""
      def add(element) = element.tap { @elements << element }
    end
  end
end
