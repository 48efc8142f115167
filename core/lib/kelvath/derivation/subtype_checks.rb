# frozen_string_literal: true

module Kelvath
  module Derivation
    # What the rows of a table that stands for several subtypes must keep to: what only one of them has stays empty in
    # the rows of the others, and what each of its rows has is there.
    class SubtypeChecks
      # rows: Subtypes::Rows; tables: Derivation::Tables.
      def initialize(rows, tables)
        @rows = rows.group_by(&:entity_id)
        @tables = tables
      end

      # [[role, ids of its columns, condition, id of its source], …] for the table of an entity.
      def of(entity)
        @rows.fetch(entity.id, []).flat_map do |rows|
          rows.told_by.flat_map { |id, told| checks(entity, rows, id, told) }
        end
      end

      private

      def checks(entity, rows, subtype_id, (attribute_id, value))
        own = held(entity, rows.own.fetch(subtype_id))
        return [] if own.empty?

        must = held(entity, rows.own.fetch(subtype_id) & rows.must)
        teller = held(entity, [ attribute_id ]).first or return []
        [ [ "other subtypes", own, false, own.map { |each| "#{name(entity, each)} IS NULL" } ],
          [ "this subtype", must, true, must.map { |each| "#{name(entity, each)} IS NOT NULL" } ]
        ].reject { |_, columns| columns.empty? }.map do |role, columns, other, conditions|
          ids = [ teller, *columns ].map { |each| @tables.column(entity.id, each.id).id }
          [ "#{role} #{subtype_id}", ids.first(2), "#{tells(entity, teller, value, other:)} OR #{joined(conditions)}",
            subtype_id ]
        end
      end

      def joined(conditions) = conditions.one? ? conditions.first : "(#{conditions.join(' AND ')})"

      # Columns that only rows of one subtype fill: of its attributes, and of the keys that its relationships bring.
      def held(entity, ids)
        @tables.keys.held(entity.id).select { |each| each.own? ? ids.include?(each.id) : each.via.all? { |id|
          ids.include?(id)
        } }
      end

      # Is it another's row (other: true), or one of this subtype? A row that tells nothing is another's; a check passes
      # what it does not know, so that it must be said.
      def tells(entity, teller, value, other:)
        told = name(entity, teller)
        literal = @tables.platform.default_expression(value, @tables.type_of(teller))
        return "#{told} <> #{literal}" if other

        teller.mandatory ? "#{told} = #{literal}" : "#{told} IS NOT NULL AND #{told} = #{literal}"
      end

      def name(entity, held) = Metamodel::Expression.reference(@tables.column(entity.id, held.id).id)
    end
  end
end
