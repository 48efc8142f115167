# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # What goes, what is called otherwise from now on, and what of sequences and types changes.
      module Drops
        LISTS = Others::LISTS

        private

        # DROP kind [IF EXISTS] names
        def drop(cursor)
          cursor.at += 1
          cursor.take_one("materialized", "temporary", "foreign", "external", "public", "force")
          word = cursor.advance&.word
          cursor.take("body")
          cursor.take("concurrently")
          there = cursor.take("if", "exists") || dialect.loose? # which asks first by IF
          return drop_index(cursor, there) if word == "index"
          return drop_trigger(cursor) if word == "trigger"
          return drop_role(cursor) if word == "role"

          list = LISTS[word]
          return passed(@statement.text) unless list

          cursor.parts.each do |part|
            name = part.qualified
            dropped = list == :routines && dialect.overloads? ? drop_routine(part, name) : drop_named(list, name)
            next if dropped || there || list == :routines || list == :enumerations

            note("There is no #{name.place.compact.join('.')} here; DROP is passed over.")
          end
        end

        # The one that takes what is said; the only one of its name, if nothing is.
        def drop_routine(part, name)
          schema, called = state.key(name)
          said = part.symbol?("(") && "#{called}(#{dialect.signature(part.group)})"
          keys = state.routines.keys.select do |of, key|
            of == schema && (said ? key == said : key[/\A[^(]*/] == called)
          end
          keys.each { |key| state.routines.delete(key) } if said || keys.one?
        end

        # Takes it away, with the foreign keys that lead to it.
        def drop_named(list, name)
          found = state.remove(list, name) or return
          state.pieces.delete(@texts.delete(found)) if list == :domains
          return found unless list == :tables

          if dialect.cascades?
            state.tables.each_value { |table| table.foreign_keys.reject! { |key| key.target == found.place } }
          end
          @targets.reject! { |_, _, table| table.equal?(found) }
          state.owned_by { |table, _| table.equal?(found) }.each { |sequence| state.leave(sequence) }
          found
        end

        def drop_index(cursor, there)
          name = cursor.qualified.name
          table = cursor.take("on") ? state.find(:tables, cursor.qualified) : nil
          found = state.index(name, table)
          return found.first.indexes.delete(found.last) if found

          keyed = (table ? [ table ] :
            state.tables.values).find { |each| each.keys.reject! { |key| state.same?(key.name, name) } }
          keyed || there || warn("There is no index #{name}; DROP INDEX is passed over.", name)
        end

        def drop_trigger(cursor)
          name = cursor.qualified.name
          state.tables.each_value { |table| table.triggers.reject! { |each| state.same?(each.name, name) } }
        end

        # RENAME TABLE a TO b, c TO d; RENAME a TO b
        def rename(cursor)
          cursor.at += 1
          cursor.take("table|tables")
          cursor.parts.each do |part|
            named = part.qualified
            part.take("to")
            moved(part, named) if state.find(:tables, named) || lost(named, "RENAME")
          end
        end

        # Gives what a Name means another name, in its schema.
        def rename_in(kind, name, to)
          schema = state.find(kind, name)&.schema
          state.move(kind, name, [ schema, to.name ], [ schema && dialect.key_of(schema, quoted: true), to.key.last ])
        end

        def alter_sequence(cursor)
          there = cursor.take("if", "exists")
          name = cursor.qualified
          sequence = state.find(:sequences, name)
          return if sequence.nil? && counter_altered(cursor, name)
          return there || lost(name, "ALTER SEQUENCE") unless sequence
          return rename_in(:sequences, name, cursor.qualified) if cursor.take("rename", "to")

          sequence_parts(cursor, sequence, name)
          dialect.sequence_made(sequence)
        end

        # A sequence that came with its column. Is there one?
        def counter_altered(cursor, name)
          table, column = state.counter(name)
          return false unless table

          if cursor.take("rename", "to") then dialect.counter_named(table, column, [ table.schema, cursor.name ])
          elsif cursor.take("set", "schema")
            dialect.counter_named(table, column, [ dialect.schema(cursor.name), name.name ])
          else passed(cursor.rest)
          end
          true
        end

        def alter_type(cursor)
          name = cursor.qualified
          each = state.find(:enumerations, name) or return passed(cursor.rest)
          return renamed_type(cursor, name, each) if cursor.word?("rename", "set")
          return passed(cursor.rest) unless cursor.take("add", "value")

          cursor.take("if", "not", "exists")
          value = cursor.string
          at = each.values.size
          if cursor.take("before") then at = each.values.index(cursor.string) || at
          elsif cursor.take("after") then at = (each.values.index(cursor.string) || at - 1) + 1
          end
          each.values.insert(at, value) unless each.values.include?(value)
        end

        # RENAME TO, RENAME VALUE … TO …, SET SCHEMA; columns of the type go along.
        def renamed_type(cursor, name, type)
          was = type.place
          if cursor.take("rename", "value")
            old = cursor.string
            cursor.take("to")
            fresh = cursor.string
            type.values.map! { |value| value == old ? fresh : value }
          elsif cursor.take("rename", "to") then rename_in(:enumerations, name, cursor.qualified)
          elsif cursor.take("set", "schema")
            schema = dialect.schema(cursor.name)
            state.move(:enumerations, name, [ schema, type.name ],
              [ schema && dialect.key_of(schema, quoted: true), name.key.last ])
          else passed(cursor.rest)
          end
          state.retype(was, type.place) unless type.place == was
        end
      end
    end
  end
end
