# frozen_string_literal: true

module Kelvath
  module Reading
    # Sequences that belong to columns of a State, and columns that count by them.
    module Owning
      # The sequences of which the owner, a table and a column of it, is one that the block takes.
      def owned_by
        @owned.keys.select do |sequence|
          table, column = @owned[sequence]
          table, column = owner(table, column) unless table.is_a?(Intake::Catalog::Table)
          table && yield(table, column)
        end
      end

      # Takes a sequence away, with who owns it.
      def leave(sequence)
        @owned.delete(sequence)
        @sequences.delete_if { |_, each| each.equal?(sequence) }
      end

      # Table and column by their names; nil if they are not there.
      def owner(table_name, column_name)
        table = find(:tables, table_name)
        column = table && column(table, column_name)
        column && [ table, column ]
      end

      # [table, column that counts by the sequence of a Name which came with it], or nil.
      def counter(name)
        @tables.each_value do |table|
          column = table.columns.find { |each| @dialect.counts_as?(table, each, place(name)) }
          return [ table, column ] if column
        end
        nil
      end

      private

      # The sequences of a table go to its schema.
      def sequences_moved(table, old)
        return if table.schema == old.first

        owned_by { |each, _| each.equal?(table) }.each do |sequence|
          schema = table.schema && @dialect.key_of(table.schema, quoted: true)
          key = @sequences.key(sequence)
          @sequences[[ schema, key.last ]] = @sequences.delete(key)
          was = sequence.place
          sequence.schema = table.schema
          counters(sequence, was)
        end
      end

      # Columns that take their numbers from a sequence do so under its new name.
      def counters(sequence, was)
        before = sequence.dup.tap { |each| each.schema, each.name = was }
        @tables.each_value do |table|
          table.columns.select { |column| @dialect.counts_by?(column, before) }
               .each { |column| column.default_value = @dialect.next_number(sequence) }
        end
      end
    end
  end
end
