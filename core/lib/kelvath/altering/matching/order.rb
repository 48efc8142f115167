# frozen_string_literal: true

module Kelvath
  module Altering
    # The order in which columns stand afterwards, where the database keeps the one that they were made in, and the one
    # that the goal has.
    class Order
      def initialize(changes, touched)
        @changes = changes
        @touched = touched
      end

      # Ids of tables of the goal whose columns would stand in another order.
      def other
        @other ||= @changes.goal.all(:table).select { |table|
          @changes.start.key?(table.id) && !table.outside && left(table.id) != wanted(table.id)
        }.map(&:id)
      end

      # Ids of a table's columns as they stand when none is moved: those that stay, and behind them what comes.
      def left(table_id)
        wanted = wanted(table_id)
        stay = ids(@changes.start, table_id).select { |id| wanted.include?(id) && !@touched.remade?(id) }
        stay + (wanted - stay)
      end

      # As the goal has them.
      def wanted(table_id) = ids(@changes.goal, table_id)

      private

      def ids(model, table_id) = model.children(table_id, :column).map(&:id)
    end
  end
end
