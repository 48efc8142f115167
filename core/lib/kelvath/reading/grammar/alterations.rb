# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # ALTER TABLE, with any number of actions.
      module Alterations
        private

        def alter_table(cursor)
          there = cursor.take("if", "exists")
          only = cursor.take("only")
          named = cursor.qualified("a table's name")
          cursor.take_symbol("*")
          table = state.find(:tables, named)
          return (alter_view(cursor, named) || there || lost(named, "ALTER TABLE")) unless table

          cursor.take("with", "check|nocheck") && @unchecked = cursor.peek(-1).word == "nocheck"
          @adding = @dropping = nil
          return if dialect.respread?(cursor, table)

          actions = cursor.parts
          heirs = only ? [] : heirs(table)
          actions.each { |part| alteration(part, table, named) }
          heirs.each { |heir| actions.each { |part| handed_on(part, heir) } }
        ensure
          @unchecked = false
        end

        # Dumps make a table first, and then say that it is a view, or the like.
        def alter_view(cursor, named)
          (state.find(:views, named) || state.find(:sequences, named)) && cursor.rest
        end

        def alteration(part, table, named)
          return if dialect.respread?(part, table)

          case part.word
          when "add" then added(part, table)
          when "drop" then dropped(part, table)
          when "alter" then altered(part, table)
          when "modify" then modified(part, table)
          when "change" then changed(part, table)
          when "rename" then renamed(part, table, named)
          when "set" then set(part, table, named)
          when "check", "nocheck" then @adding && constraint?(part) ? add_item(part, table) : enforced(part, table)
          when "enable", "disable", "validate", "owner", "cluster", "replica", "no", "force", "order", "convert",
            "inherit",
               "attach", "detach", "discard", "import", "with", "without", "reset", "repair", "analyze", "touch",
               "coalesce", "truncate", "split", "merge", "exchange", "move", "monitoring", "nomonitoring", "allow",
               "lock", "algorithm", "activate", "deactivate", "switch", "rebuild", "shrink", "reorganize", "swap",
               "noparallel", "cache", "nocache", "logging", "nologging", "read", "suspend", "resume", "replace"
            partitioned(part,
table) || inheriting(part, table) || dialect.altered(part, table, self) || passed(part.rest)
          else
            # ADD and DROP COLUMN go on behind a comma, where no other action is named
            if @adding then add_item(part, table)
            elsif @dropping then state.drop_column(table, part.name)
            else own_option(part, table)
            end
          end
        rescue Unreadable => error
          tell(error)
        end

        def own_option(part, table)
          return if said.take(part, :table, table.options)
          return table.comment = part.string.to_s if part.take("comment") && (part.take_symbol("=") || true)

          from = part.at
          part.rest
          left_out(from, part, "of ALTER TABLE #{table.title}")
        end

        def added(part, table)
          part.at += 1
          return if versioned?(part, table, true)

          return passed(part.rest) if part.word?("partition", "subpartition", "range", "supplemental", "period",
            "system")

          part.take("column|columns")
          skip = part.take("if", "not", "exists")
          return passed(part.rest) if skip && part.word?("partition")

          return if skip && part.peek&.name? && state.column(table, part.peek.value)

          if part.symbol?("(") then part.within.parts.each { |inner| add_item(inner, table) }
          else add_item(part, table)
          end
          @adding, @dropping = true, nil
        end

        def add_item(part, table)
          part.take("column")
          return added_constraint(part, table) if constraint?(part) || part.word?("default")

          column = column(part, table)
          placed(part, table, column)
        end

        def added_constraint(part, table)
          before = table.foreign_keys.size + table.checks.size
          constraint(part, table)
          return unless @unchecked && table.foreign_keys.size + table.checks.size > before

          dialect.unchecked(table)
        end

        # FIRST, AFTER another
        def placed(part, table, column)
          if part.take("first") then table.columns.unshift(table.columns.delete(column))
          elsif part.take("after")
            name = part.name
            table.columns.delete(column)
            at = table.columns.index { |each| state.same?(each.name, name) }
            table.columns.insert(at ? at + 1 : -1, column)
          end
          left_out(part.at, part.tap(&:rest), "of the column #{column.name}") unless part.end?
        end

        # ADD and DROP SYSTEM VERSIONING (SQL:2011, 11.29), where the platform has it.
        def versioned?(part, table, on)
          return false unless part.here?(%w[system versioning]) && dialect.platform.option(:table, VERSIONED)

          on ? table.options[VERSIONED] = true : table.options.delete(VERSIONED)
          true
        end
        VERSIONED = "system versioning"

        def dropped(part, table)
          part.at += 1
          return if versioned?(part, table, false)

          return drop_items(part, table) if part.symbol?("(")

          case part.word
          when "constraint", "check" then part.at += 1; part.take("if", "exists"); drop_constraint(table,
            part.qualified.name)
          when "foreign" then part.take("foreign", "key"); part.take("if", "exists"); drop_constraint(table, part.name)
          when "primary" then table.keys.reject!(&:primary)
          when "unique" then drop_unique(part, table)
          when "index", "key" then part.at += 1; part.take("if", "exists"); drop_index_of(table, part.name)
          when "partition", "system", "period", "subpartition" then passed(part.rest)
          else drop_columns(part, table)
          end
          @adding, @dropping = nil, true
        end

        def drop_columns(part, table)
          part.take("column|columns")
          part.take("if", "exists")
          return drop_items(part, table) if part.symbol?("(")

          state.drop_column(table, part.name)
        end

        def drop_items(part, table) = part.within.parts.each { |each| state.drop_column(table, each.name) }

        def drop_unique(part, table)
          part.at += 1
          return drop_constraint(table, part.name) unless part.symbol?("(")

          columns = part.names
          table.keys.reject! { |key| !key.primary && key.columns.map(&:downcase) == columns.map(&:downcase) }
        end

        def drop_constraint(table, name)
          list, found = state.constraint(table, name)
          found ? list.delete(found) : drop_index_of(table, name)
        end

        def drop_index_of(table, name)
          _, index = state.index(name, table)
          return table.indexes.delete(index) if index

          table.keys.reject! { |key| state.same?(key.name, name) }
        end

        # ALTER [COLUMN] name …
        def altered(part, table)
          part.at += 1
          return passed(part.rest) if part.word?("constraint", "index")

          part.take("column")
          part.take("if", "exists")
          name = part.name
          column = state.column(table, name)
          return warn("There is no column #{name} in #{table.title}; ALTER COLUMN is passed over.",
            table.title) unless column

          alter_column(part, table, column)
          @altered = column
        end

        def alter_column(part, table, column)
          if part.take("set", "not", "null") then column.mandatory = true
          elsif part.take("drop", "not", "null") then column.mandatory = false
          elsif part.take("set",
            "default") then column.default_value = dialect.default_text(part.expression(Columns::SAID))
          elsif part.take("drop", "default") then column.default_value = ""
          elsif part.take("drop", "identity") then column.identity = false
          elsif part.take("drop", "expression") then column.computed = nil
          elsif part.take("set", "data", "type") || part.take("type") then retyped(part, table, column)
          elsif part.take("comment") then column.comment = part.string.to_s
          elsif part.take("rename", "to") then state.rename_column(table, column.name, part.name)
          elsif part.word?("add", "set", "restart", "reset", "drop")
            part.at += 1
            part.word?("generated", "identity") ? column_part(part, table, column, "") : passed(part.rest)
          else
            column.mandatory = false if dialect.retyping_says_all?
            retyped(part, table, column)
          end
        end

        def retyped(part, table, column)
          typed(part, column)
          part.take("using") && part.rest
          column_parts(part, table, column)
        end

        # MODIFY [COLUMN] name type …: some say all anew, others only what changes.
        def modified(part, table)
          part.at += 1
          part.take("column")
          part.take("if", "exists")
          return part.within.parts.each { |each| modify(each, table) } if part.symbol?("(")

          modify(part, table)
        end

        def modify(part, table)
          name = part.name
          column = state.column(table, name)
          return warn("There is no column #{name} in #{table.title}; MODIFY is passed over.", table.title) unless column

          again(column) if dialect.modifying_says_all?
          typed(part, column) if part.peek && type_begins?(part)
          column.mandatory = false if part.word?("null")
          column_parts(part, table, column)
          placed(part, table, column)
        end

        # CHANGE old new type …
        def changed(part, table)
          part.at += 1
          part.take("column")
          old = part.name
          name = part.name
          return unless state.column(table, old)

          column = state.rename_column(table, old, name)
          again(column)
          typed(part, column)
          column_parts(part, table, column)
          placed(part, table, column)
        end

        def again(column)
          column.mandatory = column.identity = column.stored = false
          column.default_value = column.comment = ""
          column.computed = nil
          column.options = {}
        end

        def renamed(part, table, named)
          part.at += 1
          if part.take("to|as") then moved(part, named)
          elsif part.take("constraint")
            from = part.name
            part.take("to")
            _, found = state.constraint(table, from)
            found&.name = part.name
          elsif part.take("index|key")
            name = part.name
            found = state.index(name, table)&.last || table.keys.find { |key| state.same?(key.name, name) }
            part.take("to")
            found&.name = part.name
          else
            part.take("column")
            from = part.name
            part.take("to")
            state.rename_column(table, from, part.name)
          end
        end

        def moved(part, named)
          to = part.qualified
          place = to.schema ? state.place(to) : [ state.find(:tables, named).schema, to.name ]
          state.move(:tables, named, place, [ place.first && dialect.key_of(place.first, quoted: true), to.key.last ])
        end

        def set(part, table, named)
          if part.take("set", "schema")
            schema = dialect.schema(part.name)
            found = state.find(:tables, named)
            key = [ schema && dialect.key_of(schema, quoted: true), named.key.last ]
            return state.move(:tables, named, [ schema, found.name ], key)
          end
          return if said.take(part, :table, table.options)

          part.at += 1
          said.take(part, :table, table.options) || set_group(part, table) || passed(part.rest)
        end

        def set_group(part, table)
          return false unless part.symbol?("(")

          part.within.parts.each { |each| said.take(each, :table, table.options) || passed(each.rest) }
        end

        # CHECK CONSTRAINT name, NOCHECK CONSTRAINT name: is it looked at from now on?
        def enforced(part, table)
          on = part.advance.word == "check"
          part.take("constraint")
          return if part.word?("all")

          _, found = state.constraint(table, part.name)
          on ? found&.options&.delete("disabled") : found&.options&.store("disabled", true)
        end
      end
    end
  end
end
