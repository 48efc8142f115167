# frozen_string_literal: true

module Kelvath
  module Renaming
    # What the elements of a design that exists should be called. What has no counterpart on the logical
    # side, such as an index that somebody added, has no such name.
    class DesignNames
      CONSTRAINTS = %i[key foreign_key check index].freeze

      attr_reader :design, :platform

      def initialize(model, design, standard)
        @design = design
        @platform = Platforms.of(model, design)
        @model = model
        @prepared = Derivation::Shaping.of(model, design).model
        @wanted = Naming::Wanted.new(@prepared, standard, @platform)
        @keys = Logical::KeyMigration.of(@prepared, surrogates: true)
        @held = {}
      end

      # Translation of a table's name, nil without a counterpart.
      def table(table)
        source = @prepared[table.source_id]
        @wanted.table(source) if %i[entity domain].include?(source&.kind)
      end

      # Translation of a column's name, nil without a counterpart.
      def column(table, column)
        held = held_by_source(table.source_id)[column.source_id]
        @wanted.column(table.source_id, held) if held
      end

      # The name of a key, foreign key, check or index, nil without a counterpart. names: what answers the
      # name that a table or column is to have, by its id.
      def constraint(table, element, names)
        return if element.source_id.empty?

        columns = own_name(element) || column_ids(table, element).map { |id| names.call(id) }
        @wanted.patterned(rule_of(element), { "table" => names.call(table.id), "columns" => columns,
                                              **target(element, names) })
      end

      # Which rule names it: a Metamodel::NameRule's kind.
      def rule_of(element)
        case element.kind
        when :key then element.primary ? :primary_key : :unique_key
        else element.kind
        end
      end

      # Bytes that its name may have, nil for any.
      def limit(element) = @wanted.limit(rule_of(element))

      private

      def held_by_source(entity_id)
        @held[entity_id] ||= @prepared[entity_id]&.kind == :entity ?
                               @keys.held(entity_id).to_h { |held| [ held.source_id, held ] } :
                               {}
      end

      # That of the alternate identifier whose key it is, nil if it has none.
      def own_name(element)
        identifier = element.kind == :key && @prepared.of_kind(element.source_id, :identifier) or return
        @wanted.identifier(identifier)
      end

      def column_ids(table, element)
        if element.kind == :check
          @model.children(table.id, :column).select { |column| column.source_id == element.source_id }.map(&:id)
        else
          element.column_ids
        end
      end

      def target(element, names)
        return {} unless element.kind == :foreign_key

        link = @prepared[element.source_id]
        target = names.call(element.target_table_id)
        { "target" => target, "role" => (link && @wanted.role(link)) || target }
      end
    end
  end
end
