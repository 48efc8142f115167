# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Partitions that are tables: PARTITION OF, ATTACH and DETACH.
      module Parts
        BOUNDS = %w[in from to with].freeze # words before a group

        private

        # PARTITION OF parent (…) FOR VALUES …: it has what its parent has.
        def part_of(cursor, table)
          named = cursor.qualified("a table's name")
          parent = state.find(:tables, named) or return lost(named, "the partition #{table.title}")
          copy_from_parent(parent, table, part: true)
          table.part_of = parent
          items(cursor.within, table) if cursor.symbol?("(")
          table.bounds = bounds(cursor)
        end

        # DEFAULT; FOR VALUES IN (…), FROM (…) TO (…) or WITH (…): as text.
        def bounds(cursor)
          from = cursor.at
          return "DEFAULT" if cursor.take("default")

          cursor.take("for", "values") || cursor.refuse("FOR VALUES or DEFAULT")
          cursor.pass_group while BOUNDS.include?(cursor.word) && (cursor.at += 1)
          cursor.text(from)
        end

        # Answers nil for what is not said of a partition.
        def partitioned(part, table)
          return unless part.word?("attach", "detach") && part.word(1) == "partition"

          attaching = part.advance.word == "attach"
          part.at += 1
          named = part.qualified("a partition's name")
          child = state.find(:tables, named) or return lost(named, "ALTER TABLE #{table.title}") || true
          attaching ? attach(part, table, child) : detach(part, table, child)
          true
        end

        # One that comes or leaves is another thing than it was: it has other columns to name.
        def attach(part, table, child)
          child = state.anew(:tables, child)
          child.bounds = bounds(part)
          child.part_of = table
        end

        # A table of its own from now on, with all that it had of the other one.
        def detach(part, table, child)
          part.rest
          child = state.anew(:tables, child)
          child.part_of = child.bounds = nil
          [ child.columns, child.checks ].each(&:clear)
          own = child.keys.reject { |key| table.keys.any? { |each| each.columns == key.columns } }
          child.keys.clear
          copy_from_parent(table, child, part: true)
          child.keys.concat(own)
          table.foreign_keys.each { |key| child.foreign_keys << key.dup }
          table.indexes.each { |index| copy_index(index, child) }
        end
      end
    end
  end
end
