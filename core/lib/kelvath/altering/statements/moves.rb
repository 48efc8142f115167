# frozen_string_literal: true

module Kelvath
  module Altering
    # Rows and values that go with columns to another table: where a table was split, or two became one. A column came
    # from elsewhere if it has the source of one that goes; the foreign keys of the goal, or the start, say which rows
    # belong together.
    class Moves
      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @start, @goal = @changes.start, @changes.goal
        leaving = @changes.removed(:column).select { |each| each.computed.empty? && !each.source_id.empty? }
        @leaving = leaving.group_by(&:source_id)
      end

      # [Ddl::Statement, …], before what goes is dropped.
      def statements
        new_tables.map { |table, from| rows(table, from) } + joined.map { |column, old| values(column, old) }
      end

      # Does a column of the goal get its values from one that goes?
      def fills?(column) = joined.any? { |each, _| each.id == column.id }

      # Ids of columns at the start whose values are elsewhere afterwards.
      def carried
        @carried ||= (joined.map { |_, old| old.id } +
          new_tables.flat_map { |table, from|
            @goal.children(table.id, :column).filter_map { |column| same_in(from, column)&.id }
          }).to_set
      end

      # Ids of tables that go and leave nothing behind: all that they held is carried elsewhere, or names the row there.
      def merged
        @merged ||= @changes.removed(:table).map(&:id).select { |id|
          homes = joined.select { |_, old| old.parent_id == id }.map { |column, _| column.parent_id }.uniq
          keys = homes.flat_map { |home| pairs(home, id).map(&:last) }
          homes.any? && @start.children(id, :column).all? { |each| carried.include?(each.id) || keys.include?(each.id) }
        }.to_set
      end

      # Does a table that is new get rows?
      def houses?(table_id) = new_tables.any? { |table, _| table.id == table_id }

      private

      # [[table of the goal, the table its rows come from], …]
      def new_tables
        @new_tables ||= @changes.added(:table).filter_map do |table|
          sources = @goal.children(table.id, :column).filter_map { |each| @leaving[each.source_id]&.first&.parent_id }
          from = sources.tally.max_by(&:last)&.first
          [ table, @start.fetch(from) ] if from && complete?(table, @start.fetch(from))
        end
      end

      # Has every column that must have a value one?
      def complete?(table, from)
        @goal.children(table.id, :column).all? do |column|
          !column.mandatory || column.identity || !column.computed.empty? || !column.default_value.empty? ||
            expression(table, from, column)
        end
      end

      # The column of a table at the start that has the same source.
      def same_in(from, column)
        return if column.source_id.empty?

        @start.children(from.id, :column).find { |each| each.source_id == column.source_id }
      end

      # What a column of a new table gets of a row of the old one: that of the same source, or the key by which one of
      # the two refers to the other.
      def expression(table, from, column)
        same_in(from, column) || by_key(table, from.id, column) || by_key_back(table, from.id, column)
      end

      def by_key(table, from_id, column)
        key = @goal.children(table.id, :foreign_key).find { |each| each.target_table_id == from_id } or return
        at = key.column_ids.index(column.id)
        at && @start[key.target_column_ids[at]]
      end

      def by_key_back(table, from_id, column)
        key = back_key(table, from_id) or return
        at = key.target_column_ids.index(column.id)
        at && @start[key.column_ids[at]]
      end

      def back_key(table, from_id)
        @goal.children(from_id, :foreign_key).find { |each| each.target_table_id == table.id }
      end

      def rows(table, from)
        pairs = @goal.children(table.id, :column).filter_map { |each|
          old = expression(table, from, each) if each.computed.empty?
          [ each, old ] if old
        }
        names = pairs.map { |column, _| quote(column) }
        old = pairs.map { |_, each| quote(@plan.mid.fetch(each.id)) }
        distinct = back_key(table, from.id) ? "DISTINCT " : ""
        source = @plan.mid_writer.place(@plan.mid.fetch(from.id))
        there = present(pairs)
        @plan.speech.statement("fill", table, "INSERT INTO #{@plan.goal_writer.place(table)} (#{names.join(', ')})\n" \
                                              "SELECT #{distinct}#{old.join(', ')} FROM #{source}" \
                                              "#{" WHERE #{there.join(' AND ')}" if there.any?}")
      end

      # What must have a value there and may have none here goes along where it has one.
      def present(pairs)
        pairs.select { |column, old| column.mandatory && !old.mandatory }
             .map { |_, old| "#{quote(@plan.mid.fetch(old.id))} IS NOT NULL" }
      end

      # [[column that came to a table that was there, the one that goes], …] where a foreign key joins the two tables.
      def joined
        @joined ||= @changes.added(:column).filter_map do |column|
          next unless @start.key?(column.parent_id) && !@plan.touched.copied?(column.parent_id)

          old = @leaving[column.source_id]&.find { |each| each.parent_id != column.parent_id }
          [ column, old ] if old && pairs(column.parent_id, old.parent_id)
        end
      end

      # [[column here, column there], …] of a foreign key of the start between two tables, whichever has it.
      def pairs(here, there)
        one = @start.children(here, :foreign_key).find { |key| key.target_table_id == there }
        return one.column_ids.zip(one.target_column_ids) if one

        two = @start.children(there, :foreign_key).find { |key| key.target_table_id == here }
        two&.target_column_ids&.zip(two.column_ids)
      end

      def values(column, old)
        table = @goal.fetch(column.parent_id)
        here = @plan.goal_writer.place(table)
        there = @plan.mid_writer.place(@plan.mid.fetch(old.parent_id))
        same = pairs(table.id, old.parent_id).map do |one, two|
          "moved.#{quote(@plan.mid.fetch(two))} = #{here}.#{quote(@plan.mid.fetch(one))}"
        end
        @plan.speech.statement("fill", column, "UPDATE #{here} SET #{quote(column)} = (SELECT " \
                                               "moved.#{quote(@plan.mid.fetch(old.id))} FROM #{there} moved WHERE " \
                                               "#{same.join(' AND ')})#{@plan.clocks_kept(column)}")
      end

      def quote(column) = @plan.platform.quote(column.name)
    end
  end
end
