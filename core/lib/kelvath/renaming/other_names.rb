# frozen_string_literal: true

module Kelvath
  module Renaming
    # What elements are called on the other side: entities and attributes as their tables and columns, tables and
    # columns as their entities and attributes. What has no counterpart is translated by the standard.
    class OtherNames
      # design: whose names stand for the logical side, or nil for those that the standard would give.
      def initialize(model, design, standard)
        @model = model
        @design = design
        @standard = standard
      end

      # The other name of an entity, attribute, table or column, as text; nil for other kinds.
      def of(element)
        case element.kind
        when :entity then entity(element)
        when :attribute then attribute(element)
        when :table then table(element)
        when :column then column(element)
        end
      end

      # That of what an entity holds (Logical::HeldAttribute).
      def held(entity_id, held)
        twin = table_of(entity_id)
        name = twin && columns_of(twin)[held.source_id]&.name
        name || physical(entity_id, held)
      end

      private

      def shape = @shape ||= @design ? Derivation::Shaping.of(@model, @design).model :
        Logical::Preparation.of(@model).model
      def keys = @keys ||= Logical::KeyMigration.of(shape, surrogates: true)
      def platform
        @platform ||= @design ? Platforms.of(@model, @design) :
                        Platforms.all.find { |each| each.class.key == @model.header.platform } || Platforms::STANDARD
      end

      def wanted = @wanted ||= Naming::Wanted.new(shape, @standard, platform)
      def table_of(entity_id) = tables[entity_id]

      def tables
        @tables ||= @design ? Metamodel::Design.tables(@model, @design.id).to_h { |each| [ each.source_id, each ] } : {}
      end

      def columns_of(table)
        (@columns ||= {})[table.id] ||= @model.children(table.id, :column).to_h { |each| [ each.source_id, each ] }
      end

      def entity(entity) = table_of(entity.id)&.label(@model) || wanted.table(entity).text

      def attribute(attribute)
        owner = @model.of_kind(attribute.parent_id, :entity) or return
        held = keys.held(owner.id).find { |each| each.id == attribute.id } if shape.key?(owner.id)
        held ? held(owner.id, held) : @standard.physical(attribute.name, :column, platform:).text
      end

      def physical(entity_id, held)
        known = shape.key?(entity_id) && keys.held(entity_id).any? { |each| each.id == held.id }
        (known ? wanted.column(entity_id, held) : @standard.physical(held.name, :column, platform:)).text
      end

      def table(table)
        source = shape[table.source_id]
        source&.values&.key?(:name) ? source.name : @standard.words(table.name, :table).text
      end

      def column(column)
        (@held ||= {})[column.parent_id] ||= held_names(@model[column.parent_id])
        @held[column.parent_id][column.source_id] || @standard.words(column.name, :column).text
      end

      # { source_id => name } of what the entity of a table holds.
      def held_names(table)
        return {} unless table.kind == :table && shape[table.source_id]&.kind == :entity

        keys.held(table.source_id).to_h { |held| [ held.source_id, held.name ] }
      end
    end
  end
end
