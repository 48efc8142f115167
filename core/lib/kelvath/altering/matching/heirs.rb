# frozen_string_literal: true

module Kelvath
  module Altering
    # Columns that a table has from one that it inherits from: what is done to them there, the database does here, too.
    class Heirs
      def initialize(changes)
        @changes = changes
        @start, @goal = changes.start, changes.goal
      end

      # Does the database do to a column what it does to the one that it comes from?
      def follows?(column_id) = following.include?(column_id)

      # [[Table of the goal, ids of tables that it inherits from no more, and from now on], …] of tables that stay.
      def moved
        @changes.changed(:table).filter_map do |change|
          before, after = [ change.old, change.new ].map(&:inherited_ids)
          [ change.new, before - after, after - before ] unless before == after
        end
      end

      private

      def following
        @following ||= tables.flat_map { |table, parent_id| columns(table, parent_id) }.to_set
      end

      # [[table, id of one that it inherits from before and afterwards], …]
      def tables
        @goal.all(:table).select { |each| @start.key?(each.id) }.flat_map do |table|
          (table.inherited_ids & @start.fetch(table.id).inherited_ids).map { |id| [ table, id ] }
        end
      end

      # Ids of columns that change as those of the same name there do.
      def columns(table, parent_id)
        [ @start, @goal ].flat_map do |model|
          theirs = model.children(parent_id, :column).to_h { |each| [ each.name.downcase, each ] }
          model.children(table.id, :column).select { |own|
            other = theirs[own.name.downcase]
            other && alike?(own, other)
          }.map(&:id)
        end.uniq
      end

      def alike?(own, other)
        return true if [ @start, @goal ].all? { |model| [ own, other ].none? { |each| model.key?(each.id) } }
        return false unless [ @start, @goal ].all? { |model| model.key?(own.id) == model.key?(other.id) }
        return true unless [ @start, @goal ].all? { |model| model.key?(own.id) }

        [ @start, @goal ].all? { |model| same?(model[own.id], model[other.id]) }
      end

      def same?(own, other)
        own.name.casecmp?(other.name) && own.native_type == other.native_type && own.mandatory == other.mandatory &&
          own.default_value == other.default_value
      end
    end
  end
end
