# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # What no database would take: keys over columns that are not there, two columns of one name. It is told and left
      # out, so that what remains makes sense.
      module Soundness
        private

        def make_sound
          state.tables.each_value do |table|
            single_columns(table)
            without_lost(table, table.keys, "key") { |key| key.columns }
            without_lost(table, table.indexes, "index") { |index| index.columns + index.included.to_a }
            without_lost(table, table.foreign_keys, "foreign key") { |key| key.columns }
            table.foreign_keys.select! { |key| fitting?(table, key) }
            single_primary(table)
          end
        end

        def single_columns(table)
          seen = Set.new
          table.columns.select! do |column|
            seen.add?(dialect.column_key(column.name)) ||
              (told(table, "The column #{column.name} is there twice; the first one counts.") && false)
          end
        end

        def without_lost(table, list, what)
          list.reject! do |each|
            lost = yield(each).reject { |name| state.column(table, name) }
            next if lost.empty?

            titled = [ what, each.name ].join(" ").strip
            told(table, "There is no column #{lost.first} in #{table.title}; the #{titled} over it is left out.")
          end
        end

        # Does a foreign key lead to as many columns as it has, and are they there?
        def fitting?(table, key)
          target = @places[key.target]
          lost = target && key.target_columns.reject { |name| state.column(target, name) }
          fault = if key.target_columns.any? && key.columns.size != key.target_columns.size
            "leads to #{key.target_columns.size} columns, and has #{key.columns.size} itself"
          elsif lost&.any?
            "leads to the column #{lost.first}, which #{target.title} does not have"
          end
          fault.nil? || (told(table, "The foreign key #{key.name} #{fault}; it is left out.") && false)
        end

        def single_primary(table)
          primary = table.keys.select(&:primary)
          return if primary.size < 2

          told(table, "#{table.title} has #{primary.size} primary keys; the last one counts.")
          table.keys.reject! { |key| key.primary && !key.equal?(primary.last) }
        end

        def told(table, message) = log.warn(*state.lines.fetch(table), message, object: table.title)
      end
    end
  end
end
