# frozen_string_literal: true

module Kelvath
  module Derivation
    # Entities to tables, attributes to columns.
    class Tables
      attr_reader :elements, :remarks, :names, :wanted, :identity, :entities, :platform, :choices, :types, :design_id

      def initialize(model, design, platform, standard, choices)
        @model = model
        @design = design
        @design_id = design.id
        @choices = choices
        @entities = model.all(:entity).reject { |entity| choices.left_out.include?(entity.id) }
        @platform = platform
        @standard = standard
        @identity = Identity.new(design.id)
        @keys = Logical::KeyMigration.of(model, surrogates: true)
        @wanted = Naming::Wanted.new(model, standard, platform)
        @names = Naming::TakenNames.new
        @types = TypeTable.new(model, design, platform)
        @value_types = {}
        @enumerations = {} # { domain's id => Enumeration }
        @tables = {}
        @columns = Hash.new { |known, entity_id| known[entity_id] = {} } # { entity's id => { held id => Column } }
        @elements = []
        @remarks = []
      end

      # Makes every table with its columns.
      def build
        add_schemas if @choices.schemas? && @platform.supports?(:schemas)
        entities.each { |entity| @tables[entity.id] = add_table(entity) }
        entities.each { |entity| add_columns(entity) }
        add_house_columns
        self
      end

      # Is there a table of it?
      def table?(entity_id) = @tables.key?(entity_id)

      # The table of an entity, and the column of an attribute held by an entity.
      def table(entity_id) = @tables.fetch(entity_id)
      def column(entity_id, held_id) = @columns.fetch(entity_id).fetch(held_id)

      # The Logical::KeyMigration that the tables were made by.
      def keys = @keys

      # The same attribute arrives in many tables; its type is worked out once.
      def type_of(held) = @value_types[held.origin&.id] ||= held.value_type(@model)

      # The domain that lists the values of what is held, or nil.
      def listing(held)
        Logical::ValueType.chain(held.origin, @model).drop(1)
                          .find { |each| @model.children(each.id, :allowed_value).any? }
      end

      # Does the type of columns itself list the values they take?
      def lists_values? = @choices.enumerated? && (@platform.supports?(:enumerations) || @platform.enumerated_type([]))

      # A name for a table beside those of the entities.
      def free_table_name(words)
        @names.take(@standard.physical(words, :table, platform:).text, limit: wanted.limit(:table))
      end

      # Words as a column's name.
      def word(words) = @standard.physical(words, :column, platform:).text

      private

      def add_table(entity)
        name = @names.take(wanted.table(entity).text, limit: wanted.limit(:table))
        add Metamodel::Table.new(id: identity.of("table", entity.id), parent_id: @design_id, name:,
                                 comment: @choices.comments? ? entity.definition : "",
                                 schema_id: schemas[entity.subject_area_id],
                                 source_id: entity.id, position: @tables.size + 1.0)
      end

      # { id of a subject area => id of its schema }
      def schemas = @schemas ||= {}

      # A schema for each subject area that has tables.
      def add_schemas
        areas = entities.map(&:subject_area_id).compact.uniq.filter_map { |id| @model[id] }
        areas.each_with_index do |area, index|
          schemas[area.id] = identity.of("schema", area.id)
          add Metamodel::Schema.new(id: schemas[area.id], parent_id: @design_id, position: index + 1.0,
                                    name: @standard.part(area.name, platform: @platform))
        end
      end

      # What every table gets beside its own, unless it has one of that name.
      def add_house_columns
        lines = @choices.columns(@model, @design)
        return if lines.empty?

        there = @elements.group_by(&:parent_id)
        entities.each do |entity|
          own = there.fetch(table(entity.id).id, [])
          fresh = lines.map { |line| house_values(line) }
                       .reject { |values| own.any? { |each| each.name.casecmp?(values[:name]) } }
          fresh.each_with_index do |values, index|
            add Metamodel::Column.new(id: identity.of("house column", entity.id, values[:name].downcase),
                                      parent_id: table(entity.id).id, position: own.size + index + 1.0, **values)
          end
        end
      end

      # A HouseColumns::Line as values of a Column.
      def house_values(line)
        return line.values if line.values

        type = Logical::ValueType.of(line.attribute, @model)
        { name: word(line.attribute.name), native_type: types.native(type, line.attribute),
          mandatory: line.attribute.mandatory, default_value: @platform.default_expression(type.default_value, type) }
      end

      def add_columns(entity)
        taken = Naming::TakenNames.new
        made = @columns[entity.id]
        ordered(@keys.held(entity.id)).each_with_index do |held, index|
          column = made[held.id] = add_column(entity, held, taken, index + 1.0)
          if held.own? && held.origin.nil?
            @remarks << "#{entity.name} has no identifier; #{column.name} numbers its rows."
          end
        end
      end

      # What an entity holds, in the order that was chosen.
      def ordered(held)
        rest = case @choices["order"]
        when "foreign keys first" then ->(each) { each.migrated? ? 0 : 1 }
        when "mandatory first" then ->(each) { each.mandatory ? 0 : 1 }
        when "by name" then ->(each) { each.name.downcase }
        else return held
        end
        key, others = held.partition(&:primary)
        key + others.sort_by.with_index { |each, index| [ rest.call(each), index ] }
      end

      def add_column(entity, held, taken, position)
        type = type_of(held)
        numbered = held.surrogate? && held.primary
        remark_missing_type(entity, held, type)
        add Metamodel::Column.new(
          id: identity.of("column", entity.id, held.id), parent_id: table(entity.id).id,
          name: taken.take(wanted.column(entity.id, held).text, limit: wanted.limit(:column)),
          native_type: numbered ? @platform.read_type(@platform.identity_type) : native(type, held),
          mandatory: held.mandatory, identity: numbered,
          default_value: held.own? ? @platform.default_expression(type.default_value, type) : "",
          comment: @choices.comments? ? held.origin&.definition.to_s : "",
          source_id: held.source_id, position:
        )
      end

      def native(type, held)
        enumerated = @choices.enumerated? && type.allowed_values.any? && enumerated_type(type, held)
        enumerated ? @platform.read_type(enumerated) : types.native(type, held.origin)
      end

      # The platform's own, or one that is made for the domain; nil where there is neither.
      def enumerated_type(type, held)
        return @platform.enumerated_type(type.allowed_values) unless @platform.supports?(:enumerations)

        domain = listing(held)
        @enumerations[domain.id] ||= add Metamodel::Enumeration.new(
          id: identity.of("enumeration", domain.id), parent_id: @design_id, name: free_table_name(domain.name),
          value_texts: type.allowed_values, comment: @choices.comments? ? domain.definition : "", source_id: domain.id,
          position: @enumerations.size + 1.0
        )
        @platform.quote(@enumerations[domain.id].name)
      end

      def remark_missing_type(entity, held, type)
        if held.own? && type.name.to_s.empty?
          @remarks <<
            "#{entity.name} · #{held.name} has neither domain nor type; #{@platform.native_type(type)} stands in."
        end
      end

      def add(element)
        @elements << element
        element
      end
    end
  end
end
