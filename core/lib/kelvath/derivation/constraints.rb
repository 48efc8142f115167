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
        add_key("pk_#{@table.name}", primary, primary: true, source_id: @entity.id) if primary.any?
        @tables.keys.alternates(@entity.id).each do |identifier, members|
          add_key("ak_#{@table.name}_#{members.map { |held| column(held).name }.join('_')}", members, primary: false, source_id: identifier.id)
        end
      end

      def add_key(name, members, primary:, source_id:)
        column_ids = members.map { |held| column(held).id }
        @prefixes << column_ids
        add(:key, name, primary:, column_ids:, source_id:)
      end

      def add_foreign_keys
        @tables.keys.migrations(@entity.id).each do |migration|
          target = @tables.table(migration.parent_id)
          column_ids = migration.pairs.map { |child, _| column(child).id }
          target_column_ids = migration.pairs.map { |_, parent| @tables.column(migration.parent_id, parent.id).id }
          add(:foreign_key, "fk_#{@table.name}_#{role(migration.link) || target.name}", column_ids:, target_table_id: target.id, target_column_ids:,
              source_id: migration.link.id, **actions(migration.link))
          unique_if_one(migration.link, column_ids) || index(column_ids)
        end
      end

      # What the relationship says of deleted parents; nothing said is what the platform does by itself.
      def actions(link)
        return {} unless link.kind == :relationship

        { on_delete: link.on_delete, on_update: link.on_update }.reject { |_, action| action.empty? }
      end

      def role(link) = link.kind == :relationship && !link.role_name.empty? ? Naming.physical(link.role_name) : nil

      # A child that may occur once only has a unique key on what it received.
      def unique_if_one(link, column_ids)
        return true if link.kind == :subtype_group
        return false if Logical::Cardinality.many?(link, Logical::Cardinality.other(Logical::Cardinality.parent_side(link)))
        return true if @prefixes.include?(column_ids)

        names = column_ids.map { |id| column_name(id) }.join("_")
        @prefixes << column_ids
        add(:key, "ak_#{@table.name}_#{names}", primary: false, column_ids:, source_id: link.id)
      end

      # Looking up children by their parent wants an index, unless a key begins with these columns.
      def index(column_ids)
        return if @prefixes.any? { |prefix| prefix.first(column_ids.size) == column_ids }

        @prefixes << column_ids
        add(:index, "ix_#{@table.name}_#{column_ids.map { |id| column_name(id) }.join('_')}", column_ids:)
      end

      def add_checks
        @tables.keys.held(@entity.id).select(&:own?).each do |held|
          next unless held.origin

          conditions(held, @tables.type_of(held)).each do |condition|
            add(:check, "ck_#{@table.name}_#{column(held).name}", condition:, source_id: held.id)
          end
        end
      end

      # The allowed values and the range of an attribute, as the platform says them.
      def conditions(held, type)
        name = @platform.quote(column(held).name)
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

      def add(kind, name, **values)
        element = Metamodel.fetch(kind).new(id: @ids.next, parent_id: @table.id, name: @tables.names.take(name), **values)
        @elements << element
        element
      end
    end
  end
end
