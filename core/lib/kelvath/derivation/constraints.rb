# frozen_string_literal: true

module Kelvath
  module Derivation
    # Identifiers to keys, migrations to foreign keys with their indexes, allowed values to checks.
    class Constraints
      NO_CONDITIONS = {}.freeze # most attributes take any value

      # shape: a Shaping; tables: Tables that were built of it.
      def initialize(shape, tables)
        @model = shape.model
        @tables = tables
        @choices = tables.choices
        @platform = tables.platform
        @elements = []
        @lookups = Lookups.new(@model, tables, tables.design_id)
        @subtype_checks = SubtypeChecks.new(shape.subtype_rows, tables)
      end

      # The elements made, in the order of the entities.
      def build
        @tables.entities.each do |entity|
          @entity = entity
          @table = @tables.table(entity.id)
          @prefixes = []
          add_keys
          add_foreign_keys
          add_lookups if @choices.lookups?
          add_checks if @platform.supports?(:checks)
        end
        @elements + @lookups.elements
      end

      private

      def add_keys
        primary = @tables.keys.primary(@entity.id)
        add_key("primary key", primary, primary: true, source_id: @entity.id) if primary.any?
        @tables.keys.alternates(@entity.id).each do |identifier, members|
          add_key("alternate key", members, primary: false, source_id: identifier.id,
                  name: @tables.wanted.identifier(identifier))
        end
      end

      # name: what stands in the key's name for its columns, if anything.
      def add_key(role, members, primary:, source_id:, name: nil)
        column_ids = members.map { |held| column(held).id }
        @prefixes << column_ids
        add(:key, role, column_ids, { "columns" => name }.compact, primary:, column_ids:, source_id:)
      end

      def add_foreign_keys
        @tables.keys.migrations(@entity.id).each do |migration|
          next unless @tables.table?(migration.parent_id)

          target = @tables.table(migration.parent_id)
          column_ids = migration.pairs.map { |child, _| column(child).id }
          target_column_ids = migration.pairs.map { |_, parent| @tables.column(migration.parent_id, parent.id).id }
          parts = { "target" => target.name, "role" => @tables.wanted.role(migration.link) || target.name }
          add(:foreign_key, "foreign key", column_ids, parts, column_ids:, target_table_id: target.id,
              target_column_ids:,
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
        if Logical::Cardinality.many?(link, Logical::Cardinality.other(Logical::Cardinality.parent_side(link)))
          return false
        end

        return true if @prefixes.include?(column_ids)

        @prefixes << column_ids
        add(:key, "key of one", column_ids, primary: false, column_ids:, source_id: link.id)
      end

      # Looking up children by their parent wants an index, unless a key begins with these columns.
      def index(column_ids, source_id)
        return unless @choices.indexes? && @platform.supports?(:indexes)
        return if @prefixes.any? { |prefix| prefix.first(column_ids.size) == column_ids }

        @prefixes << column_ids
        add(:index, "index", column_ids, column_ids:, source_id:)
      end

      # A foreign key to the table of its domain's values, for each of its own attributes that has one.
      def add_lookups
        @tables.keys.held(@entity.id).select { |held| held.own? && held.origin }.each do |held|
          domain = @tables.listing(held) or next
          target, value = @lookups.table(domain, @tables.type_of(held))
          ids = [ column(held).id ]
          add(:foreign_key, "lookup of", ids, { "target" => target.name, "role" => target.name }, column_ids: ids,
              target_table_id: target.id, target_column_ids: [ value.id ], source_id: held.source_id)
          index(ids, held.source_id)
        end
      end

      def add_checks
        add_arcs if @choices.arcs?
        @subtype_checks.of(@entity).each do |role, column_ids, condition, source_id|
          add(:check, role, column_ids, condition:, source_id:)
        end
        return unless @choices.checks?

        @tables.keys.held(@entity.id).select(&:own?).each do |held|
          next unless held.origin

          conditions(held, @tables.type_of(held)).each do |role, condition|
            add(:check, role, [ column(held).id ], condition:, source_id: held.id)
          end
        end
      end

      # The allowed values and the range of an attribute, as the platform says them: { role => condition }
      def conditions(held, type)
        return NO_CONDITIONS if type.allowed_values.empty? && type.least_value.empty? && type.most_value.empty?

        name = Metamodel::Expression.reference(column(held).id)
        ends = [ [ type.least_value, ">=" ], [ type.most_value, "<=" ] ].reject do |value, _|
          value.empty? || !type.fits?(value)
        end
        range = ends.map { |value, sign| "#{name} #{sign} #{literal(value, type)}" }
        values = listed? ? type.allowed_values.map { |value| literal(value, type) } : []
        { "allowed values" => ("#{name} IN (#{values.join(', ')})" if values.any?),
          "range" => (range.join(" AND ") if range.any?) }.compact
      end

      # Does a check list the allowed values, and nothing else does?
      def listed? = !@choices.lookups? && !@tables.lists_values?

      # Of several relationships, a row has one at most: the foreign keys that have a value are counted.
      def add_arcs
        @model.children(@entity.id, :arc).each do |arc|
          ids = @tables.keys.migrations(@entity.id).select { |each| arc.relationship_ids.include?(each.link.id) }
                       .select { |each| @tables.table?(each.parent_id) }
                       .map { |each| column(each.pairs.first.first).id }.uniq
          next if ids.size < 2

          counted = ids.map { |id|
            "CASE WHEN #{Metamodel::Expression.reference(id)} IS NULL THEN 0 ELSE 1 END"
          }.join(" + ")
          add(:check, "exclusive arc", ids, condition: "#{counted} #{arc.mandatory ? '=' : '<='} 1", source_id: arc.id)
        end
      end

      def literal(value, type) = @platform.default_expression(value, type)

      def column(held) = @tables.column(@entity.id, held.id)

      def column_name(id)
        @column_names ||= @tables.elements.to_h { |element| [ element.id, element.name ] }
        @column_names.fetch(id)
      end

      # role: what it is of its source; named_ids: the columns that its name is made of; parts: further parts of it.
      def add(kind, role, named_ids, parts = {}, **values)
        rule = kind == :key ? (values[:primary] ? :primary_key : :unique_key) : kind
        name = @tables.wanted.patterned(rule, { "table" => @table.name,
                                                "columns" => named_ids.map { |id| column_name(id) }, **parts })
        element = Metamodel.fetch(kind).new(id: @tables.identity.of(role, values[:source_id], @entity.id),
                                            parent_id: @table.id,
                                            name: @tables.names.take(name, limit: @tables.wanted.limit(rule)),
                                            position: @elements.size + 1.0, **values)
        @elements << element
        element
      end
    end
  end
end
