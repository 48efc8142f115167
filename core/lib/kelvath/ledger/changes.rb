# frozen_string_literal: true

module Kelvath
  class Ledger
    # In what one ledger differs from an older one of the same address and view. groups: those with other rows or
    # another title; cells: [row, column] of each other cell outside of these; gone, fresh: ids of groups.
    Changes = Struct.new(:groups, :cells, :gone, :fresh, keyword_init: true)

    class Changes
      # One step, in ids alone, so that nothing of the older ledger stays: groups are ids, cells are
      # [group id, row id, column name].
      def self.between(older, newer)
        if older.groups.size == newer.groups.size
          pairs = older.groups.zip(newer.groups).reject { |old, group| group.equal?(old) }
        end
        return same_places(pairs, newer.columns) if pairs&.all? { |old, group| old.id == group.id }

        old = older.groups.to_h { |group| [ group.id, group ] }
        other = newer.groups.reject { |group| group.equal?(old[group.id]) }
        same_places(other.map { |group| [ old[group.id], group ] }, newer.columns).tap do |changes|
          changes.gone = old.keys - newer.groups.map(&:id)
        end
      end

      # pairs: [[group of before or nil, group], …] of those that are not the very same.
      def self.same_places(pairs, columns)
        other, alike = pairs.partition { |old, group| other?(old, group) }
        new(groups: other.map { |_, group| group.id },
            cells: alike.flat_map { |old, group| cells_between(old, group, columns) },
            gone: [], fresh: other.select { |old, _| old.nil? }.to_set { |_, group| group.id })
      end

      # Several steps in a row, as the groups, rows and columns of the ledger they lead to. nil for the list:
      # all of it may be other.
      def self.joined(list, ledger)
        return new(groups: ledger.groups, cells: [], gone: [], fresh: Set.new) unless list

        there = ledger.groups.to_h { |group| [ group.id, group ] }
        groups = list.flat_map(&:groups).uniq.filter_map { |id| there[id] }
        new(groups:, cells: cells(list.flat_map(&:cells).uniq, there, groups, ledger),
            gone: list.flat_map(&:gone).uniq.reject { |id| there.key?(id) },
            fresh: groups.map(&:id).select { |id| fresh?(id, list) }.to_set)
      end

      def self.other?(old, group) = old.nil? || old.title != group.title || old.rows.map(&:id) != group.rows.map(&:id)

      def self.cells_between(old, group, columns)
        group.rows.zip(old.rows).reject { |row, was| row == was }.flat_map do |row, was|
          columns.reject { |column| was.cells[column.name] == row.cells[column.name] }.map do |column|
            [ group.id, row.id, column.name ]
          end
        end
      end

      def self.cells(places, there, groups, ledger)
        whole = groups.to_set(&:id)
        columns = ledger.columns.to_h { |column| [ column.name, column ] }
        rows = Hash.new { |hash, id| hash[id] = there[id]&.rows.to_a.to_h { |row| [ row.id, row ] } }
        places.filter_map do |group, row, column|
          [ rows[group][row], columns[column] ] if !whole.include?(group) && rows[group][row] && columns[column]
        end
      end

      def self.fresh?(id, list)
        list.find { |each| each.fresh.include?(id) || each.gone.include?(id) }&.fresh&.include?(id) || false
      end

      private_class_method :same_places, :other?, :cells_between, :cells, :fresh?
    end
  end
end
