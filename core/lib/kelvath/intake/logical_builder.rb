# frozen_string_literal: true

module Kelvath
  module Intake
    # The logical side of a catalog: tables as entities, foreign keys as relationships. Columns of
    # foreign keys become migrated attributes, which are computed and not made here.
    class LogicalBuilder
      attr_reader :log

      # taken: names the model has already, { entity: […], domain: […] }; standard: what names are read by.
      def initialize(design, ids, taken: {}, standard: Naming::Standard.plain)
        @design = design
        @catalog = design.catalog
        @ids = ids
        @log = []
        @standard = standard
        @taken = Naming::TakenNames.new(joint: " ")
        taken.fetch(:entity, []).each { |name| @taken.take(name) }
        @domains = Domains.new(taken.fetch(:domain, [])) { |kind, **values| add(kind, **values) }
        @elements = []
        @types = Hash.new do |known, native|
          known[native] = design.platform.logical_type(design.platform.read_type(native))
        end
      end

      # The logical elements; tells the design which table and column belongs to what.
      def build
        @tables = @catalog.tables.to_h { |table| [ table.place, table ] }
        @identifying = IdentifyingKeys.new(@catalog).accepted
        @links = @catalog.tables.to_h do |table|
          [ table.place, in_key_order(table, table.foreign_keys.select { |key| relationship?(table, key) }) ]
        end
        @entities = @catalog.tables.to_h { |table| [ table.place, add_entity(table) ] }
        @relationships = {}.compare_by_identity # { foreign key => Relationship }
        @attributes = {} # { table's place => { column in lower case => Attribute } }
        @catalog.tables.each { |table| add_parts(table) }
        @catalog.tables.each { |table| table.keys.each { |key| add_identifier(table, key) } }
        @catalog.tables.each { |table| link_brought(table) }
        @elements
      end

      private

      def add_entity(table)
        name = @taken.take(words(table.name, :table))
        entity = add(:entity, name:, definition: table.comment)
        @design.link(@design.table_id(table.place), entity.id)
        entity
      end

      def add_parts(table)
        brought = @links[table.place].flat_map(&:columns).map(&:downcase)
        @attributes[table.place] = add_attributes(
          table, table.columns.reject { |column| brought.include?(column.name.downcase) }
        )
        @links[table.place].each_with_index do |key, index|
          @relationships[key] = add_relationship(table, key, index)
        end
      end

      def add_attributes(table, columns)
        taken = Naming::TakenNames.new(joint: " ")
        entity = @entities[table.place]
        near = Naming::Standard.near(entity.name, @standard)
        said = said_of_values(table, columns)
        columns.each_with_index.to_h do |column, index|
          type, listed = type_and_values(column)
          remark_unknown_type(table, column) if type[:type].empty?
          attribute = add(:attribute, parent_id: entity.id, name: taken.take(words(column.name, :column, **near)),
                                      mandatory: column.mandatory || own_domain(column.native_type)&.mandatory || false,
                                      surrogate: column.identity,
                                      definition: column.comment,
                                      default_value: default(table, column), position: index + 1.0,
                                      **limited(type, listed || said[column.name.downcase], column))
          @design.link(@design.column_id(table.place, column.name), attribute.id)
          [ column.name.downcase, attribute ]
        end
      end

      # The fields that say a column's type, and what an enumerated type says of its values, as a check would.
      def type_and_values(column)
        domain = own_domain(column.native_type)
        return [ domain_type(domain), { named: domain, **domain_said(domain) } ] if domain

        found = enumerations[column.native_type]
        return [ @types[column.native_type], nil ] unless found

        [ { type: "text", length: found.values.map(&:length).max }, { values: found.values, name: found.name } ]
      end

      # The Catalog::Domain that a type names; nil for any other type.
      def own_domain(native)
        @own_domains ||= @catalog.domains.to_h { |each| [ Ddl::Names.key(each.place), each ] }
        return if @own_domains.empty?

        name = native.delete('"`[]').downcase
        @own_domains[name] || @own_domains[name.split(".").last]
      end

      def domain_type(domain)
        default = domain.default_value.empty? ? nil : Conditions.value(domain.default_value)
        { **@types[domain.native_type], **(default ? { default_value: default } : {}) }
      end

      # What a domain's checks say of its values.
      def domain_said(domain)
        domain.checks.filter_map { |check| Conditions.read(check) }.reduce({}) { |all, one| all.merge(one.compact) }
      end

      # { name as columns have it => Catalog::Enumeration }
      def enumerations
        @enumerations ||= @catalog.enumerations.to_h do |each|
          [ each.place.compact.map { |part| @design.platform.quote(part) }.join("."), each ]
        end
      end

      def remark_unknown_type(table, column)
        remark("#{table.title}.#{column.name}",
             "The type “#{column.native_type}” says nothing about the value; the attribute's type is left open.")
      end

      # What the checks of a table say of single columns: { column in lower case => Conditions' answer }.
      def said_of_values(table, columns)
        table.checks.each_with_object({}) do |check, said|
          found = Conditions.read(check.condition)
          column = found && columns.find { |each| each.name.casecmp?(found[:column]) }
          next said[column.name.downcase] = found if column && !said.key?(column.name.downcase)

          remark(table.title, "The logical side has no place for the check #{check.condition.inspect[0, 200]}; it " \
                            "stays in the design.")
        end
      end

      # The fields of an attribute that say its type, and what its values may be.
      def limited(type, said, column)
        return type unless said
        return { domain_id: @domains.from(said[:named], words(said[:named].name, :column), type, said).id } if
          said[:named]
        if said[:values]
          return { domain_id: @domains.of(words(said[:name] || column.name, :column), type, said[:values]).id }
        end

        { **type, least_value: said[:least].to_s, most_value: said[:most].to_s }
      end

      # A default that is a value; anything else is the design's.
      def default(table, column)
        return "" if column.default_value.empty?

        value = Conditions.value(column.default_value)
        return value if value

        remark("#{table.title}.#{column.name}",
             "The logical side has no place for the default #{column.default_value.inspect[0, 200]}; it stays in the " \
             "design.")
        ""
      end

      # Members that came with a relationship are named by it. Those of identifying ones join a primary identifier by
      # themselves.
      def add_identifier(table, key)
        own = @attributes[table.place]
        columns = key.columns.map(&:downcase)
        columns &= own.keys if key.primary
        members = columns.filter_map { |column| held_id(table.place, column) }
        name = key.primary ? "Primary" : ""
        if members.any?
          add(:identifier, parent_id: @entities[table.place].id, name:, primary: key.primary, member_ids: members)
        end
      end

      # Columns that came with a relationship are told where they come from.
      def link_brought(table)
        @links[table.place].flat_map(&:columns).uniq(&:downcase).each do |column|
          id = held_id(table.place, column.downcase)
          @design.link(@design.column_id(table.place, column), Logical::HeldAttribute.source_id(id)) if
            id&.include?(".")
        end
      end

      # The id that a column's attribute has in its entity: its own, or composed of the relationship that brings it
      # and the id it has in the parent.
      def held_id(place, column, path = [])
        attribute = @attributes[place][column]
        return attribute.id if attribute

        key = @links[place].find { |each| each.columns.any? { |name| name.casecmp?(column) } }
        return if key.nil? || path.include?([ place, column ])

        target = key.target_columns[key.columns.index { |name| name.casecmp?(column) }].downcase
        source = held_id(key.target, target, [ *path, [ place, column ] ])
        "#{@relationships[key].id}.#{source}" if source
      end

      def add_relationship(table, key, index)
        parent = @entities[key.target]
        child = @entities[table.place]
        columns = key.columns.map { |name| table.columns.find { |column| column.name.casecmp?(name) } }
        add(:relationship, from_id: parent.id, to_id: child.id,
                           identifying: @identifying.include?(key), position: index + 1.0,
                           from_least: columns.all?(&:mandatory) ? 1 : 0, from_most: 1,
                           to_most: once?(table, key) ? 1 : nil, role_name: role(table, key, parent), **actions(key))
      end

      # What the standard does anyway is not said.
      def actions(key)
        { on_delete: key.on_delete, on_update: key.on_update }.reject { |_, action| action == "no action" }
      end

      def once?(table, key) = table.keys.any? { |each| same?(each.columns, key.columns) }

      # Where the column is not named after what it refers to, its first words are the role.
      def role(table, key, parent)
        column = words(key.columns.first, :column)
        target = words(key.target_columns.first, :column)
        return "" if column.casecmp?(target) || column.casecmp?("#{parent.name} #{target}")

        rest = target.sub(/\A#{Regexp.escape(parent.name)}\s+/i, "")
        role = column.sub(/\s+#{Regexp.escape(rest)}\z/i, "")
        role.casecmp?(parent.name) && @links[table.place].count { |each| each.target == key.target } == 1 ? "" : role
      end

      # A foreign key is a relationship if it carries the other table's primary key, and unless it
      # overlaps the table's own key without being able to identify.
      def relationship?(table, key)
        target = @tables[key.target] or return false
        primary = target.keys.find(&:primary)
        if primary && same?(primary.columns, key.target_columns) &&
           (@identifying.include?(key) || !touches_key?(table, key))
          return true
        end

        remark("#{table.title} (#{key.columns.join(', ')})",
             "This foreign key to #{key.target_title} cannot be read as a relationship (it does not carry the whole " \
             "primary key, or would identify in a circle); " \
             "its columns stay ordinary attributes.")
        false
      end

      # Identifying ones in the order of the key's columns, so that the key keeps its order.
      def in_key_order(table, keys)
        primary = table.keys.find(&:primary)&.columns.to_a.map(&:downcase)
        keys.each_with_index.sort_by { |key, index|
          [ primary.index(key.columns.first.downcase) || primary.size, index ]
        }.map(&:first)
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

      def remark(object, message) = @log << Catalog::Remark.new(level: :note, object:, message:)
    end

    # Domains made of the values that checks list; the same name, type and values are one domain.
    class Domains
      # taken: names there are already. The block adds an element of a kind and answers it.
      def initialize(taken, &add)
        @taken = Naming::TakenNames.new(joint: " ")
        taken.each { |name| @taken.take(name) }
        @add = add
        @made = {}
      end

      # One for each domain of a catalog. said: as LogicalBuilder tells what its checks say.
      def from(domain, name, type, said)
        range = { least_value: said[:least].to_s, most_value: said[:most].to_s }
        @made[domain] ||= @add.call(:domain, name: @taken.take(name), definition: domain.comment.to_s, **type,
                                             **range).tap do |made|
          said[:values].to_a.uniq.each_with_index do |value, index|
            @add.call(:allowed_value, parent_id: made.id, value:, position: index + 1.0)
          end
        end
      end

      # type: fields that say it; values: texts in order.
      def of(name, type, values)
        @made[[ name.downcase, type, values ]] ||= @add.call(:domain, name: @taken.take(name), **type).tap do |domain|
          values.uniq.each_with_index do |value, index|
            @add.call(:allowed_value, parent_id: domain.id, value:, position: index + 1.0)
          end
        end
      end
    end

    # Which foreign keys identify: those that lie wholly in their table's primary key, unless they
    # would close a circle.
    class IdentifyingKeys
      def initialize(catalog)
        @catalog = catalog
        @parents = Hash.new { |hash, name| hash[name] = Set.new }
      end

      # Set of foreign keys, themselves and not their like.
      def accepted
        candidates.select { |place, key| accept(place, key.target) }
                  .each_with_object(Set.new.compare_by_identity) { |(_, key), found| found << key }
      end

      private

      def candidates
        @catalog.tables.flat_map do |table|
          primary = table.keys.find(&:primary)&.columns.to_a.map(&:downcase)
          table.foreign_keys.select { |key| (key.columns.map(&:downcase) - primary).empty? }.map do |key|
            [ table.place, key ]
          end
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
