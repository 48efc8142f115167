# frozen_string_literal: true

module Kelvath
  module Intake
    # The logical side of a catalog: tables as entities, foreign keys as relationships. Columns of
    # foreign keys become migrated attributes, which are computed and not made here.
    class LogicalBuilder
      attr_reader :log

      # taken: entity names the model has already; standard: what names are read by.
      def initialize(design, ids, taken: [], standard: Naming::Standard.plain)
        @design = design
        @catalog = design.catalog
        @ids = ids
        @log = []
        @standard = standard
        @scope = Naming::Scope.new(joint: " ")
        taken.each { |name| @scope.take(name) }
        @elements = []
      end

      # The logical elements; tells the design which table and column belongs to what.
      def build
        @tables = @catalog.tables.to_h { |table| [ table.name, table ] }
        @identifying = IdentifyingKeys.new(@catalog).accepted
        @links = @catalog.tables.to_h { |table| [ table.name, in_key_order(table, table.foreign_keys.select { |key| relationship?(table, key) }) ] }
        @entities = @catalog.tables.to_h { |table| [ table.name, add_entity(table) ] }
        @catalog.tables.each { |table| add_parts(table) }
        @elements
      end

      private

      def add_entity(table)
        name = @scope.take(words(table.name, :table))
        entity = add(:entity, name:, definition: table.comment)
        @design.link(@design.table_id(table.name), entity.id)
        entity
      end

      def add_parts(table)
        brought = @links[table.name].flat_map(&:columns).map(&:downcase)
        attributes = add_attributes(table, table.columns.reject { |column| brought.include?(column.name.downcase) })
        table.keys.each { |key| add_identifier(table, key, attributes, brought) }
        @links[table.name].each_with_index { |key, index| add_relationship(table, key, index) }
      end

      def add_attributes(table, columns)
        scope = Naming::Scope.new(joint: " ")
        entity = @entities[table.name]
        columns.each_with_index.to_h do |column, index|
          type = @design.platform.logical_type(column.native_type)
          note_unknown_type(table, column) if type[:type].empty?
          attribute = add(:attribute, parent_id: entity.id, name: scope.take(words(column.name, :column, **Naming::Standard.near(entity.name, @standard))),
                                      mandatory: column.mandatory, surrogate: column.identity, definition: column.comment, position: index + 1.0, **type)
          @design.link(@design.column_id(table.name, column.name), attribute.id)
          [ column.name.downcase, attribute ]
        end
      end

      def note_unknown_type(table, column)
        note("#{table.name}.#{column.name}", "The type “#{column.native_type}” says nothing about the value; the attribute's type is left open.")
      end

      # Only own columns are named as members; what identifies through a relationship joins by itself.
      def add_identifier(table, key, attributes, brought)
        own = key.columns.map(&:downcase).filter_map { |column| attributes[column]&.id }
        mixed = key.columns.any? { |column| brought.include?(column.downcase) }
        note(table.name, "The key #{key.columns.join(', ')} also covers columns of a foreign key; the identifier shows its own ones.") if mixed && !key.primary
        add(:identifier, parent_id: @entities[table.name].id, name: key.primary ? "Primary" : "Alternate", primary: key.primary, member_ids: own) if own.any?
      end

      def add_relationship(table, key, index)
        parent = @entities[key.target_table]
        child = @entities[table.name]
        columns = key.columns.map { |name| table.columns.find { |column| column.name.casecmp?(name) } }
        add(:relationship, from_id: parent.id, to_id: child.id, identifying: @identifying.include?([ table.name, key ]), position: index + 1.0,
                           from_least: columns.all?(&:mandatory) ? 1 : 0, from_most: 1, to_most: once?(table, key) ? 1 : nil, role_name: role(table, key, parent))
      end

      def once?(table, key) = table.keys.any? { |each| same?(each.columns, key.columns) }

      # Where the column is not named after what it refers to, its first words are the role.
      def role(table, key, parent)
        column = words(key.columns.first, :column)
        target = words(key.target_columns.first, :column)
        return "" if column.casecmp?(target) || column.casecmp?("#{parent.name} #{target}")

        rest = target.sub(/\A#{Regexp.escape(parent.name)}\s+/i, "")
        role = column.sub(/\s+#{Regexp.escape(rest)}\z/i, "")
        role.casecmp?(parent.name) && @links[table.name].count { |each| each.target_table == key.target_table } == 1 ? "" : role
      end

      # A foreign key is a relationship if it carries the other table's primary key, and unless it
      # overlaps the table's own key without being able to identify.
      def relationship?(table, key)
        target = @tables[key.target_table] or return false
        primary = target.keys.find(&:primary)
        return true if primary && same?(primary.columns, key.target_columns) && (@identifying.include?([ table.name, key ]) || !touches_key?(table, key))

        note("#{table.name} (#{key.columns.join(', ')})",
             "This foreign key to #{key.target_table} cannot be read as a relationship (it does not carry the whole primary key, or would identify in a circle); " \
             "its columns stay ordinary attributes.")
        false
      end

      # Identifying ones in the order of the key's columns, so that the key keeps its order.
      def in_key_order(table, keys)
        primary = table.keys.find(&:primary)&.columns.to_a.map(&:downcase)
        keys.each_with_index.sort_by { |key, index| [ primary.index(key.columns.first.downcase) || primary.size, index ] }.map(&:first)
      end

      def touches_key?(table, key)
        primary = table.keys.find(&:primary)&.columns.to_a.map(&:downcase)
        key.columns.any? { |column| primary.include?(column.downcase) }
      end

      def same?(one, other) = one.map(&:downcase).sort == other.map(&:downcase).sort

      def words(name, kind, **near)
        text = @standard.words(name, kind, **near).text[0, Metamodel::Field::NAME_LIMIT].strip
        text.empty? ? "Unnamed" : text
      end

      def add(kind, **values)
        element = Metamodel.fetch(kind).new(id: @ids.next, **values)
        @elements << element
        element
      end

      def note(object, message) = @log << Catalog::Note.new(level: :note, object:, message:)
    end

    # Which foreign keys identify: those that lie wholly in their table's primary key, unless they
    # would close a circle.
    class IdentifyingKeys
      def initialize(catalog)
        @catalog = catalog
        @parents = Hash.new { |hash, name| hash[name] = Set.new }
      end

      # Set of [table name, foreign key].
      def accepted
        candidates.select { |name, key| accept(name, key.target_table) }.to_set
      end

      private

      def candidates
        @catalog.tables.flat_map do |table|
          primary = table.keys.find(&:primary)&.columns.to_a.map(&:downcase)
          table.foreign_keys.select { |key| (key.columns.map(&:downcase) - primary).empty? }.map { |key| [ table.name, key ] }
        end
      end

      def accept(child, parent)
        return false if child == parent || reaches?(parent, child)

        @parents[child] << parent
      end

      def reaches?(from, goal)
        seen = Set.new
        open = [ from ]
        while (name = open.pop)
          return true if name == goal

          open.concat(@parents[name].to_a) if seen.add?(name) && @parents.key?(name)
        end
        false
      end
    end
  end
end
