# frozen_string_literal: true

module Kelvath
  module Derivation
    # Entities to tables, attributes to columns.
    class Tables
      attr_reader :elements, :remarks, :names, :wanted, :identity

      def initialize(model, design_id, platform, standard)
        @model = model
        @design_id = design_id
        @platform = platform
        @identity = Identity.new(design_id)
        @keys = Logical::KeyMigration.of(model, surrogates: true)
        @wanted = Naming::Wanted.new(model, standard, platform)
        @names = Naming::TakenNames.new
        @types = {}
        @natives = {}
        @tables = {}
        @columns = {}
        @elements = []
        @remarks = []
      end

      # Makes every table with its columns.
      def build
        @model.all(:entity).each { |entity| @tables[entity.id] = add_table(entity) }
        @model.all(:entity).each { |entity| add_columns(entity) }
        self
      end

      # The table of an entity, and the column of an attribute held by an entity.
      def table(entity_id) = @tables.fetch(entity_id)
      def column(entity_id, held_id) = @columns.fetch([ entity_id, held_id ])

      # The Logical::KeyMigration that the tables were made by.
      def keys = @keys

      # The same attribute arrives in many tables; its type is worked out once.
      def type_of(held) = @types[held.origin&.id] ||= held.value_type(@model)

      private

      def add_table(entity)
        name = @names.take(wanted.table(entity).text, limit: wanted.limit(:table))
        add Metamodel::Table.new(id: identity.of("table", entity.id), parent_id: @design_id, name:,
                                 comment: entity.definition,
                                 source_id: entity.id, position: @tables.size + 1.0)
      end

      def add_columns(entity)
        taken = Naming::TakenNames.new
        @keys.held(entity.id).each_with_index do |held, index|
          @columns[[ entity.id, held.id ]] = add_column(entity, held, taken, index + 1.0)
          if held.own? && held.origin.nil?
            @remarks << "#{entity.name} has no identifier; #{@columns[[ entity.id, held.id ]].name} numbers its rows."
          end
        end
      end

      def add_column(entity, held, taken, position)
        type = type_of(held)
        numbered = held.surrogate? && held.primary
        remark_missing_type(entity, held, type)
        add Metamodel::Column.new(
          id: identity.of("column", entity.id, held.id), parent_id: table(entity.id).id,
          name: taken.take(wanted.column(entity.id, held).text, limit: wanted.limit(:column)),
          native_type: numbered ? @platform.read_type(@platform.identity_type) : native(type),
          mandatory: held.mandatory, identity: numbered,
          default_value: held.own? ? @platform.default_expression(type.default_value, type) : "",
          comment: held.origin&.definition.to_s,
          source_id: held.source_id, position:
        )
      end

      # The same types recur: each is worked out once.
      def native(type)
        @natives[[ type.name, type.length, type.precision,
                   type.scale ]] ||= @platform.read_type(@platform.native_type(type))
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
