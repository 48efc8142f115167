# frozen_string_literal: true

module Kelvath
  module Ddl
    # What a writer says of indexes. Who includes it is a Writer.
    module Indexing
      private

      def indexes_of(table)
        known(:indexes, model.children(table.id, :index)).filter_map { |index| create_index(table, index) }
      end

      def create_index(table, index)
        body = index.expression.empty? ? index_body(table, index) : piece(index, :expression)
        return unless body

        statement("index", index.name,
                  "CREATE#{' UNIQUE' if index.unique}#{said(index, :words)} INDEX #{quote(index.name)} #{body}", index)
      end

      def index_body(table, index)
        condition = index_condition(index)
        return if condition.nil?

        "ON #{place(table)}#{said(index, :method)} (#{index_columns(index)})#{included(index)}#{said(index, :tail)}" \
          "#{condition}"
      end

      def included(index)
        return "" if index.included_ids.empty?

        platform.supports?(:included_columns) ? " INCLUDE (#{columns(index.included_ids)})" :
          leave_out("included columns", index).to_s
      end

      # Which rows are in it; nil if that cannot be said. Where all rows are in every index, one that keeps some apart
      # would keep too many apart.
      def index_condition(index)
        return "" if index.condition.empty?
        unless platform.supports?(:partial_indexes)
          leave_out(index.unique ? nil : "condition", index)
          return index.unique ? nil : ""
        end

        piece(index, :condition)&.then { |text| " WHERE #{text}" }
      end

      def index_columns(index)
        index.column_ids.map { |id| "#{quote(model.fetch(id).name)}#{' DESC' if index.descending_ids.include?(id)}" }
                        .join(", ")
      end
    end
  end
end
