# frozen_string_literal: true

module Kelvath
  module Derivation
    # Identifiers to keys, migrations to foreign keys with their indexes, allowed values to checks.
    class Constraints
      def initialize(model, tables, platform, ids)
        @model = model
        @tables = tables
        @platform = platform
        @ids = ids
        @elements = []
      end

      # The elements made, in the order of the entities.
      def build
        @model.all(:entity).each do |entity|
          @entity = entity
          @table = @tables.table(entity.id)
          @prefixes = []
          add_keys
          add_foreign_keys
          add_checks
        end
        @elements
      end

      private

      def add_keys
        primary = @tables.keys.primary(@entity.id)
        add_key(primary, primary: true, source_id: @entity.id) if primary.any?
        @tables.keys.alternates(@entity.id).each do |identifier, members|
          add_key(members, primary: false, source_id: identifier.id)
        end
      end

      def add_key(members, primary:, source_id:)
        column_ids = members.map { |held| column(held).id }
        @prefixes << column_ids
        add(:key, column_ids, primary:, column_ids:, source_id:)
      end

      def add_foreign_keys
        @tables.keys.migrations(@entity.id).each do |migration|
          target = @tables.table(migration.parent_id)
          column_ids = migration.pairs.map { |child, _| column(child).id }
          target_column_ids = migration.pairs.map { |_, parent| @tables.column(migration.parent_id, parent.id).id }
          parts = { "target" => target.name, "role" => @tables.wanted.role(migration.link) || target.name }
          add(:foreign_key, column_ids, parts, column_ids:, target_table_id: target.id, target_column_ids:,
              source_id: migration.link.id, **actions(migration.link))
          unique_if_one(migration.link, column_ids) || index(column_ids, migration.link.id)
        end
      end

      # What the relationship says of deleted parents; nothing said is what the platform does by itself.
      def actions(link)
        return {} unless link.kind == :relationship

        { on_delete: link.on_delete, on_update: link.on_update }.reject { |_, action| action.empty? }
      end

      # A child that may occur once only has a unique key on what it received.
      def unique_if_one(link, column_ids)
        return true if link.kind == :subtype_group
        return false if Logical::Cardinality.many?(link, Logical::Cardinality.other(Logical::Cardinality.parent_side(link)))
        return true if @prefixes.include?(column_ids)

        @prefixes << column_ids
        add(:key, column_ids, primary: false, column_ids:, source_id: link.id)
      end

      # Looking up children by their parent wants an index, unless a key begins with these columns.
      def index(column_ids, source_id)
        return if @prefixes.any? { |prefix| prefix.first(column_ids.size) == column_ids }

        @prefixes << column_ids
        add(:index, column_ids, column_ids:, source_id:)
      end

      def add_checks
        @tables.keys.held(@entity.id).select(&:own?).each do |held|
          next unless held.origin

          conditions(held, @tables.type_of(held)).each do |condition|
            add(:check, [ column(held).id ], condition:, source_id: held.id)
          end
        end
      end

      # The allowed values and the range of an attribute, as the platform says them.
      def conditions(held, type)
        name = Metamodel::Expression.reference(column(held).id)
        ends = [ [ type.least_value, ">=" ], [ type.most_value, "<=" ] ].reject { |value, _| value.empty? || !type.fits?(value) }
        range = ends.map { |value, sign| "#{name} #{sign} #{literal(value, type)}" }
        values = type.allowed_values.map { |value| literal(value, type) }
        [ ("#{name} IN (#{values.join(', ')})" if values.any?), (range.join(" AND ") if range.any?) ].compact
      end

      def literal(value, type) = @platform.default_expression(value, type)

      def column(held) = @tables.column(@entity.id, held.id)

      def column_name(id)
        @column_names ||= @tables.elements.to_h { |element| [ element.id, element.name ] }
        @column_names.fetch(id)
      end

      # named_ids: the columns that its name is made of; parts: further parts of it.
      def add(kind, named_ids, parts = {}, **values)
        rule = kind == :key ? (values[:primary] ? :primary_key : :unique_key) : kind
        name = @tables.wanted.patterned(rule, { "table" => @table.name, "columns" => named_ids.map { |id| column_name(id) }, **parts })
        element = Metamodel.fetch(kind).new(id: @ids.next, parent_id: @table.id, name: @tables.names.take(name, limit: @tables.wanted.limit(rule)), **values)
        @elements << element
        element
      end
    end
  end
end
