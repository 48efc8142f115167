# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Keys, foreign keys, checks and indexes, where they stand in a table or are added to one.
      module Constraints
        ACTIONS = { %w[no action] => "no action", %w[restrict] => "restrict", %w[cascade] => "cascade",
                    %w[set null] => "set null", %w[set default] => "set default" }.freeze

        private

        # Does a constraint begin here, and not a column?
        def constraint?(cursor)
          case cursor.word
          when "constraint" then true
          when "primary", "foreign" then cursor.word(1) == "key"
          when "check" then cursor.symbol?("(", 1) || cursor.take("check", "not") && false
          when "unique" then cursor.symbol?("(", 1) || !cursor.word(1).nil? || cursor.peek(1)&.type == :quoted
          when "exclude" then cursor.symbol?("(", 1) || cursor.word(1) == "using"
          when "period" then cursor.word(1) == "for"
          when "key", "index", "fulltext", "spatial" then dialect.inline_indexes?
          else false
          end
        end

        # Reads a constraint into a table.
        def constraint(cursor, table)
          name = cursor.take("constraint") ? constraint_name(cursor) : ""
          case cursor.word
          when "primary", "unique" then key(cursor, table, name)
          when "foreign" then foreign_key(cursor, table, name)
          when "check" then check(cursor, table, name)
          when "key", "index", "fulltext", "spatial" then inline_index(cursor, table)
          when "exclude" then clause(cursor, table, name)
          when "period" then log_left(cursor, cursor.pass_part)
          when "default" then default_of_column(cursor, table, name)
          when "not", "null" then cursor.pass_part # a name for what columns say themselves
          else cursor.refuse("PRIMARY KEY, UNIQUE, FOREIGN KEY or CHECK")
          end
        end

        def key(cursor, table, name)
          key = Catalog::Key.new(name:, primary: cursor.word?("primary"), columns: [], options: {})
          cursor.at += 1
          cursor.take("key|index") || (key.primary && cursor.refuse("KEY"))
          key_words(cursor, key)
          key.name = cursor.name if cursor.peek&.name? && !cursor.word?("using")
          key_words(cursor, key)
          return unique_index(cursor, table,
            key) if !key.primary && dialect.keys_of_parts? && parts_of_columns?(cursor)

          3.times { cursor.at += 1 if cursor.word } # what one of the engines knows
          from = cursor.at
          key.columns = cursor.names
          dialect.key_lengths(key, cursor.text(from))
          if cursor.text(from).match?(/\bdesc\b/i)
            note("The order of the columns of a key (DESC) is left out.", table.title)
          end
          key_tail(cursor, key)
          add_key(table, key)
        end

        # What stands before the columns of a key.
        def key_words(cursor, key)
          loop do
            next if said.take(cursor, :key, key.options)
            next if cursor.take("nulls", "distinct") || cursor.take_one("hash", "btree", "clustered", "nonclustered")
            next cursor.at += 1 if cursor.take("using") && !cursor.word?("index")

            break
          end
        end

        def key_tail(cursor, key)
          until cursor.end? || cursor.symbol?(",") || cursor.symbol?(")")
            next if said.take(cursor, :key, key.options) || said.take_group(cursor, :key,
              key.options) { |text| passed(text) }
            next if dialect.passes?(cursor, :key)
            break if Columns::SAID.include?(cursor.word) && @in_column
            next key.name = cursor.qualified.name if cursor.take("constraint")

            left_out(cursor.at, cursor.tap { |each| each.at += 1; each.pass_group if each.symbol?("(") }, "of a key")
          end
        end

        # Are columns named by their first letters only, by what is computed, or in falling order?
        def parts_of_columns?(cursor)
          at = cursor.at
          cursor.within.parts.any? { |part| !part.advance.name? || part.symbol?("(") || part.word?("desc") }
        ensure
          cursor.at = at
        end

        # Such a key can only be an index.
        def unique_index(cursor, table, key)
          index = new_index(key.name)
          index.unique = true
          index_body(cursor, table, index)
          add_index(table, index)
        end

        def add_key(table, key)
          key.columns = key.columns.map { |name| state.column(table, name)&.name || name }
          dialect.key_made(table, key) { |columns| columns.each { |each| state.column(table, each)&.mandatory = true } }
          table.keys << key
        end

        def foreign_key(cursor, table, name)
          cursor.take("foreign", "key")
          given = cursor.name if cursor.peek&.name?
          columns = cursor.names.map { |each| state.column(table, each)&.name || each }
          references(cursor, table, columns, name.empty? ? dialect.foreign_name(given).to_s : name)
        end

        def references(cursor, table, columns, name)
          cursor.take("references") || cursor.refuse("REFERENCES")
          target = cursor.qualified("a table's name")
          key = Catalog::ForeignKey.new(name:, columns:, on_delete: "no action", on_update: "no action", options: {})
          key.target_schema, key.target_table = state.place(target)
          key.target_columns = cursor.symbol?("(") ? cursor.names : []
          foreign_tail(cursor, key)
          key.name = dialect.given_name(:foreign_key, table:, columns:, taken: names_of(table)) if key.name.empty?
          @targets << [ key, target, table ]
          table.foreign_keys << key
        end

        def foreign_tail(cursor, key)
          until cursor.end? || cursor.symbol?(",") || cursor.symbol?(")")
            if cursor.take("on", "delete") then key.on_delete = action(cursor)
            elsif cursor.take("on", "update") then key.on_update = action(cursor)
            elsif said.take(cursor, :foreign_key, key.options) then next
            elsif cursor.take("match") then key.options["match full"] = true if cursor.advance.word == "full" &&
              dialect.option?(:foreign_key, "match full")
            elsif dialect.passes?(cursor, :foreign_key) then next
            elsif !@in_column && cursor.take("constraint") then key.name = cursor.qualified.name
            elsif cursor.take("not", "deferrable") || cursor.take("initially", "immediate") then next
            else break
            end
          end
        end

        def action(cursor)
          words, action = ACTIONS.find { |known, _| cursor.here?(known) }
          words || cursor.refuse("NO ACTION, RESTRICT, CASCADE, SET NULL or SET DEFAULT")
          cursor.at += words.size
          cursor.pass_group if cursor.symbol?("(")
          dialect.action(action)
        end

        # column: where it stands at one.
        def check(cursor, table, name, column: nil)
          cursor.take("check") || cursor.refuse("CHECK")
          check = Catalog::Check.new(name:, condition: "", options: {})
          said.take(cursor, :check, check.options)
          check.condition = cursor.group.strip
          until cursor.end? || cursor.symbol?(",") || cursor.symbol?(")")
            next if said.take(cursor, :check, check.options) || dialect.passes?(cursor, :check)

            break
          end
          dialect.check_made(table, check, column)
          table.checks << check
        end

        def clause(cursor, table, name)
          from = cursor.at
          cursor.at += 1 until cursor.end? || cursor.symbol?("(")
          names = cursor.symbol?("(") ? cursor.within.parts.map { |part| part.peek&.value.to_s } : []
          cursor.at = from
          name = dialect.given_name(:exclusion, table:, columns: names, taken: names_of(table)) if name.empty?
          table.clauses << Catalog::Clause.new(name:, text: cursor.pass_part)
        end

        # DEFAULT (0) FOR length, as some add it.
        def default_of_column(cursor, table, name)
          cursor.take("default")
          text = cursor.expression(%w[for].to_set)
          cursor.take("for") || cursor.refuse("FOR and a column")
          column = state.column(table, cursor.name) or return
          column.default_value = dialect.default_text(text)
          dialect.default_named(column, name)
          cursor.take("with", "values")
        end

        # KEY name (columns) within a table.
        def inline_index(cursor, table)
          index = new_index("")
          index.unique = cursor.take("unique") || false
          index_words(cursor, index)
          cursor.take("index|key")
          index.name = cursor.name if cursor.peek&.name? && !cursor.word?("using")
          index_words(cursor, index)
          index_body(cursor, table, index)
          add_index(table, index)
        end
      end
    end
  end
end
