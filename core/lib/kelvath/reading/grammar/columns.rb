# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # A column: its name, its type, and what is said of it.
      module Columns
        # Words that begin what is said of a column behind its type.
        SAID = %w[
          constraint not null default primary foreign unique references check collate generated as identity
          auto_increment autoincrement comment on key invisible visible virtual stored persisted persistent sparse
          rowguidcol masked encrypted compression storage deferrable initially enable disable rely norely using
          charset first after encode distkey sortkey tag policy hidden filestream ascii unicode sort inline
          password index masking projection tablespace novalidate validate always period
        ].to_set.freeze
        # Words of a type that come behind its sizes.
        BEHIND_SIZES = %w[with without local time zone to second month year day hour minute unsigned signed zerofill
          varying
                          byte char for bit data array precision large object binary].to_set.freeze
        WITH_ZONE = [ %w[with time], %w[without time], %w[with local], %w[with timezone] ].freeze

        private

        # Reads a column's definition into a table. Answers the Catalog::Column.
        def column(cursor, table)
          column = Catalog::Column.new(name: cursor.name("a column's name"), native_type: "", mandatory: false,
            identity: false,
                                       default_value: "", computed: nil, stored: false, comment: "", options: {})
          written = typed(cursor, column)
          table.columns << column
          dialect.column_typed(table, column, written)
          column_parts(cursor, table, column)
          column
        end

        # Columns that stand elsewhere than among the others.
        public def more_columns(cursor, table)
          cursor.parts.each do |part|
            next left(part, "of the table #{table.title}") if part.symbol?("(", 1) # worked out of a column

            column(part, table)
          end
        end

        def typed(cursor, column)
          type(cursor).tap do |text|
            native, more = dialect.type(text)
            column.native_type = native
            @counting << column if more[:identity]
            more.each { |field, value| field == :options ? column.options.merge!(value) : column[field] = value }
          end
        end

        # A type as text, "" where none stands.
        def type(cursor)
          from = cursor.at
          return "" if cursor.end? || !type_begins?(cursor)

          cursor.at += 1
          cursor.at += 2 while cursor.symbol?(".") && cursor.peek(1)&.name?
          behind = false
          until cursor.end?
            if cursor.symbol?("(") then cursor.pass_group; behind = true
            elsif cursor.symbol?("<") then angles(cursor)
            elsif cursor.symbol?("[") then (cursor.at += 1 until cursor.end? || cursor.symbol?("]")); cursor.at += 1
            elsif cursor.peek.type == :word && type_goes_on?(cursor, behind) then cursor.at += 1
            else break
            end
          end
          dialect.type_text(cursor, from)
        end

        def type_begins?(cursor)
          token = cursor.peek
          return true if token.type == :quoted || (token.type == :string && dialect.text_names?)
          return false unless token.word
          return true if token.word == "character" || token.word == "national"

          !SAID.include?(token.word) && !(token.word == "with" && !zone?(cursor))
        end

        def type_goes_on?(cursor, behind)
          word = cursor.word
          return zone?(cursor) if %w[with without].include?(word)
          return false if word == "character" && cursor.word(1) == "set"
          return false if %w[for large].include?(word) && behind && !(word == "for" && cursor.word(1) == "bit")

          behind ? BEHIND_SIZES.include?(word) : !SAID.include?(word)
        end

        def zone?(cursor) = WITH_ZONE.any? { |words| cursor.here?(words) }

        def angles(cursor)
          depth = 0
          until cursor.end?
            token = cursor.advance
            depth += token.value.count("<") - token.value.count(">") if token.type == :symbol
            break if depth <= 0
          end
        end

        # What is said of a column, in any order.
        def column_parts(cursor, table, column)
          name = ""
          until cursor.end? || cursor.symbol?(",") || cursor.symbol?(")")
            break if !@in_table && cursor.word?("first", "after") # where it stands among the others

            if cursor.take("constraint") then name = constraint_name(cursor)
            else
              at = cursor.at
              column_part(cursor, table, column, name)
              left_out(at, cursor.tap(&:advance), "of the column #{column.name}") if cursor.at == at
              name = ""
            end
          end
        end

        # A constraint may have the word and no name.
        def constraint_name(cursor)
          return "" if cursor.word?("primary", "unique", "check", "foreign", "not", "null", "default", "references") &&
                       !cursor.symbol?(".", 1)

          cursor.qualified("a constraint's name").name
        end

        def column_part(cursor, table, column, name)
          case cursor.word
          when "not" then nothing(cursor, table, column, name)
          when "null" then cursor.at += 1
          when "default" then default(cursor, column, name)
          when "primary", "key" then column_key(cursor, table, column, name, primary: true)
          when "unique" then column_key(cursor, table, column, name, primary: false)
          when "check" then check(cursor, table, name, column:)
          when "references" then references(cursor, table, [ column.name ], name)
          when "foreign" then cursor.take("foreign", "key") && references(cursor, table, [ column.name ], name)
          when "index" then index_of_column(cursor, table, column)
          when "generated" then generated(cursor, table, column)
          when "as" then cursor.at += 1; computed(cursor, column)
          when "identity", "autoincrement", "auto_increment" then numbered(cursor, table, column)
          when "comment" then cursor.at += 1; column.comment = cursor.string || cursor.refuse("A text")
          else said_of_column(cursor, column, table)
          end
        end

        # NOT NULL, and what else begins with NOT.
        def nothing(cursor, table, column, name)
          if cursor.take("not", "null")
            column.mandatory = true
            state_words(cursor)
            cursor.take("no", "inherit")
          elsif cursor.take("not", "deferrable") || cursor.take("not", "visible") then nil
          else said_of_column(cursor, column, table)
          end
        end

        # What Oracle and others say of a constraint's state.
        def state_words(cursor)
          nil while cursor.take_one("enable", "enabled", "disable", "validate", "novalidate", "rely", "norely")
        end

        def default(cursor, column, name)
          cursor.at += 1
          column.options["default for nulls"] = true if cursor.take("on", "null")
          column.default_value = dialect.default_text(cursor.expression(SAID))
          dialect.default_named(column, name)
          cursor.take("with", "values")
        end

        def generated(cursor, table, column)
          cursor.at += 1
          always = cursor.take("always") || !cursor.take("by", "default")
          cursor.take("on", "null") && on_null = true
          return computed(cursor, column) if cursor.take("as") && cursor.symbol?("(")

          return left_out(cursor.at, cursor.tap { pass_to_comma(cursor) }, "of a column") if cursor.word?("for")

          if cursor.take("row", "start|end") || cursor.take("row")
            return log_left(cursor, "The times that a versioned table keeps of its rows (#{column.name})")
          end

          cursor.take("identity") || cursor.refuse("IDENTITY or an expression in brackets")
          numbering(cursor, table, column)
          dialect.numbered(column, always:, on_null: on_null || false)
        end

        def pass_to_comma(cursor)
          cursor.symbol?("(") ? cursor.pass_group : cursor.at += 1 until cursor.end? || cursor.symbol?(",")
        end

        def computed(cursor, column)
          column.computed = cursor.symbol?("(") ? cursor.group.strip : cursor.expression(SAID)
          column.stored = !cursor.take_one("stored", "persisted", "persistent").nil?
          cursor.take("virtual") unless column.stored
        end

        def numbered(cursor, table, column)
          cursor.at += 1
          numbering(cursor, table, column)
        end

        # IDENTITY(1, 1), AUTOINCREMENT START 1 INCREMENT 1, (START WITH 1 …)
        def numbering(cursor, table, column)
          column.identity = true
          first, step, named = cursor.symbol?("(") ? numbers_within(cursor.within) : numbers_in(cursor)
          dialect.counted(column, first, step)
          dialect.counter_named(table, column, state.place(named)) if named
        end

        def numbers_within(inner)
          return numbers_in(inner) unless inner.peek&.type == :number || inner.symbol?("-")

          first = inner.number
          inner.take_symbol(",")
          [ first, inner.number ]
        end

        def numbers_in(cursor)
          first, step, named = nil
          until cursor.end?
            if cursor.take("start") then cursor.take("with"); first = cursor.number
            elsif cursor.take("increment") then cursor.take("by"); step = cursor.number
            elsif cursor.take_one("order", "noorder", "cache", "nocache", "cycle", "nocycle", "no", "minvalue",
              "maxvalue",
                                  "nominvalue", "nomaxvalue") then cursor.number
            elsif cursor.take("sequence", "name") then named = cursor.qualified
            elsif cursor.symbol?(",") && cursor.peek(1)&.type == :number then cursor.at += 1; step = cursor.number
            else break
            end
          end
          [ first, step, named ]
        end

        def column_key(cursor, table, column, name, primary:)
          cursor.take("primary")
          cursor.take("unique")
          cursor.take("key")
          key = Catalog::Key.new(name:, primary:, columns: [ column.name ], options: {})
          cursor.take_one("asc", "desc")
          key_words(cursor, key)
          add_key(table, key)
          dialect.column_keyed(column, cursor)
        end

        # INDEX name at a column
        def index_of_column(cursor, table, column)
          cursor.at += 1
          index = new_index(cursor.name("an index's name"))
          index_words(cursor, index)
          cursor.symbol?("(") ? index_body(cursor, table, index) : index.columns << column.name
          add_index(table, index)
        end

        # An option that the platform declares; words that say nothing here; anything else is told.
        def said_of_column(cursor, column, table)
          return if said.take(cursor, :column, column.options) || said.take_group(cursor, :column, column.options)
          return if dialect.passes?(cursor, :column)

          from = cursor.at
          if cursor.symbol?("(") then cursor.pass_group
          else cursor.at += cursor.here?(%w[on conflict]) ? 3 : 1
          end
          cursor.pass_group if cursor.symbol?("(")
          left_out(from, cursor, "of the column #{table.title}.#{column.name}")
        end
      end
    end
  end
end
