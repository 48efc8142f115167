# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Tables that have the columns and checks of others, too.
      module Inheritance
        private

        # What a table has of others stands before what is its own; checks of theirs are no checks of its own.
        def inherits(cursor, table)
          cursor.at += 1
          own = table.columns.dup
          table.columns.clear
          cursor.within.parts.each do |part|
            named = part.qualified
            parent = state.find(:tables, named) or next lost(named, "what #{table.title} inherits")
            copy_from_parent(parent, table, checks: false)
            (table.inherits ||= []) << parent
          end
          table.columns.uniq! { |column| column.name }
          merged(table, own)
        end

        # A column that is said here, too, stands where it is inherited.
        def merged(table, own)
          own.each do |column|
            at = table.columns.index { |each| state.same?(each.name, column.name) }
            at ? table.columns[at] = column : table.columns << column
          end
        end

        # Tables that inherit from one, and get what comes to it.
        def heirs(table) = state.tables.each_value.select { |each| each.inherits.to_a.any? { |one| one.equal?(table) } }

        # What is done to a table is done to the columns of those that inherit from it.
        def handed_on(part, table)
          part.at = 0
          kind = part.advance.word
          part.take("column")
          return if part.end? || constraint?(part) || !part.peek.name?

          known = state.column(table, part.peek.value)
          case kind
          when "add" then known || add_item(part, table)
          when "drop" then part.take("if", "exists"); state.drop_column(table, part.name)
          when "alter" then known && alter_column(part.tap { |each| each.at += 1 }, table, known)
          when "rename"
            from = part.name
            known && part.take("to") && state.rename_column(table, from, part.name)
          end
          heirs(table).each { |heir| handed_on(part, heir) }
        end

        # INHERIT parent, NO INHERIT parent
        def inheriting(part, table)
          ending = part.take("no")
          return unless part.take("inherit")

          parent = state.find(:tables, part.qualified)
          return true unless parent

          table.inherits = table.inherits.to_a.reject { |each| each.equal?(parent) }
          table.inherits << parent unless ending
          table.checks.reject! { |check| parent.checks.any? { |each| each.condition == check.condition } } unless ending
          true
        end
      end
    end
  end
end
