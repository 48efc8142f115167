# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Views, sequences, types, schemas, what runs, and what is said of any of them.
      module Others
        # { word in COMMENT ON, DROP or ALTER => list of the state }
        LISTS = { "table" => :tables, "view" => :views, "sequence" => :sequences, "type" => :enumerations,
                  "domain" => :domains, "function" => :routines, "procedure" => :routines,
                  "package" => :routines }.freeze

        private

        # CREATE … VIEW: the cursor stands at VIEW.
        def create_view(cursor, options)
          cursor.at += 1
          return unmodelled(cursor, "materialized view log") if cursor.word?("log") && cursor.word(1) == "on"

          there = cursor.take("if", "not", "exists")
          name = cursor.qualified("a view's name")
          return passed_over(name, "is there already") if there && state.find(:views, name)

          view = Catalog::View.new(schema: state.place(name).first, name: name.name, column_names: [], query: "",
            comment: "",
                                   options:)
          view.column_names = view_columns(cursor) if cursor.symbol?("(")
          view_head(cursor, view)
          cursor.take("as") || cursor.refuse("AS and a query")
          view.query = query(cursor, view)
          state.remove(:tables, name) # a dump's stand-in
          state.add(:views, name, dialect.view_made(view), @source, @statement.line)
        end

        # Names of its columns; what is said of them is left out.
        def view_columns(cursor) = cursor.within.parts.reject { |part| part.word?("constraint") }.map(&:name)

        def view_head(cursor, view)
          until cursor.end? || cursor.word?("as")
            next if said.take(cursor, :view, view.options) || said.take_group(cursor, :view,
              view.options) { |text| passed(text) }

            if cursor.take("comment") then cursor.take_symbol("="); view.comment = cursor.string.to_s
            elsif dialect.passes?(cursor, :view) then next
            else
              from = cursor.at
              cursor.at += 1
              cursor.pass_group if cursor.symbol?("(")
              left_out(from, cursor, "of the view #{view.title}")
            end
          end
        end

        # All but the options at its end.
        def query(cursor, view)
          from = cursor.at
          size = cursor.left
          tail = (1..[ size, 12 ].min).reverse_each.find do |back|
            cursor.at = from + size - back
            options = {}
            nil while said.take(cursor, :view, options)
            next unless cursor.end?

            view.options.merge!(options)
          end
          ending = from + size - (tail || 0)
          ending -= 3 if cursor.here?(%w[with no data], ending - 3)
          ending -= 2 if cursor.here?(%w[with data], ending - 2)
          ending -= 3 if cursor.here?(%w[with read only], ending - 3) && passed("WITH READ ONLY")
          cursor.text(from, ending).tap { cursor.rest }
        end

        def create_sequence(cursor)
          cursor.at += 1
          there = cursor.take("if", "not", "exists")
          name = cursor.qualified("a sequence's name")
          return if there && state.find(:sequences, name)

          sequence = Catalog::Sequence.new(schema: state.place(name).first, name: name.name, cycles: false, comment: "")
          state.add(:sequences, name, sequence, @source, @statement.line)
          sequence_parts(cursor, sequence, name)
          dialect.sequence_made(sequence)
        end

        def sequence_parts(cursor, sequence, name)
          until cursor.end?
            if cursor.take("as") then cursor.qualified("a type") && cursor.symbol?("(") && cursor.group
            elsif cursor.take("start") then sequence.first = whole_number(cursor, "with")
            elsif cursor.take("increment") then sequence.step = whole_number(cursor, "by")
            elsif cursor.take("minvalue") then sequence.least = cursor.number&.to_i
            elsif cursor.take("maxvalue") then sequence.most = cursor.number&.to_i
            elsif cursor.take("no") then cursor.at += 1
            elsif cursor.take("cycle") then sequence.cycles = true
            elsif cursor.take("comment") then cursor.take_symbol("="); sequence.comment = cursor.string.to_s
            elsif cursor.take("owned", "by") then owned_by(cursor, name)
            elsif cursor.take("restart") then cursor.take("with"); cursor.number
            elsif cursor.take("cache") then cursor.number
            elsif cursor.take("owner", "to") then cursor.rest
            else
              cursor.at += 1
            end
          end
        end

        # START WITH 1, START = 1, START 1
        def whole_number(cursor, word)
          cursor.take(word)
          cursor.take_symbol("=")
          cursor.number&.to_i
        end

        # NONE, or table.column
        def owned_by(cursor, name)
          sequence = state.find(:sequences, name) or return
          return if cursor.take("none") && !cursor.symbol?(".") && state.owned.delete(sequence)

          tokens = [ cursor.advance ]
          tokens << cursor.advance while cursor.take_symbol(".")
          return if tokens.size < 2

          names = [ cursor.build(tokens[0...-1]), cursor.named(tokens.last) ]
          state.owned[sequence] = state.owner(*names) || names
        end

        # CREATE TYPE … AS ENUM (…); others are kept as text.
        def create_type(cursor)
          cursor.at += 1
          name = cursor.qualified("a type's name")
          return domain(cursor, name) if cursor.take("from")
          return kept(@statement.text, "before") unless cursor.take("as", "enum")

          values = cursor.within.parts.map { |part| part.string || part.refuse("A text") }
          each = Catalog::Enumeration.new(schema: state.place(name).first, name: name.name, values:, comment: "")
          state.add(:enumerations, name, each, @source, @statement.line)
        end

        # CREATE DOMAIN name AS type … CHECK (VALUE …)
        def create_domain(cursor)
          cursor.at += 1
          name = cursor.qualified("a domain's name")
          cursor.take("as")
          domain(cursor, name)
        end

        # Its text is kept, and what it says of values.
        def domain(cursor, name)
          kept(@statement.text, "before")
          native, = dialect.type(type(cursor))
          made = Catalog::Domain.new(schema: state.place(name).first, name: name.name, native_type: native,
                                     mandatory: false, default_value: "", checks: [], comment: "")
          until cursor.end?
            if cursor.take("not", "null") then made.mandatory = true
            elsif cursor.take("default") then made.default_value = cursor.expression(Columns::SAID)
            elsif cursor.take("check") then made.checks << cursor.group.strip
            else cursor.at += 1
            end
          end
          @texts[made] = state.pieces.last
          state.add(:domains, name, made, @source, @statement.line)
        end

        def create_schema(cursor)
          word = cursor.advance.word
          cursor.take("if", "not", "exists")
          return left_out(cursor.at, cursor.tap(&:rest), "of CREATE SCHEMA") if cursor.take("authorization")

          name = cursor.qualified("a schema's name").name
          return if word == "database" && !dialect.schema_is_database?

          comment = cursor.string if cursor.take("comment") && (cursor.take_symbol("=") || true)
          @made_schema = dialect.schema(name)
          state.schema = @made_schema if dialect.enters_schemas?
          state.declare(@made_schema, comment:)
        end

        # What runs: its whole text, as it stands.
        # altered: by ALTER, which then stands for CREATE.
        def create_program(cursor, word, altered: false)
          cursor.at += 1
          cursor.take("body")
          cursor.take("if", "not", "exists")
          name = cursor.qualified("a name")
          return trigger(cursor, name) if word == "trigger"

          text = dialect.program_text(@statement)
          text = text.sub(/\AALTER\b/i, "CREATE") if altered
          add_routine(name, text, word, cursor.symbol?("(") ? dialect.signature(cursor.group) : "")
        end

        # A package's body joins its head; routines that take other things may have one name in some dialects.
        def add_routine(name, text, word, signature)
          key = state.key(name)
          known = state.routines[key]
          return known.text = "#{known.text}\n/\n#{text}" if known && word == "package"

          key = [ key.first, "#{key.last}(#{signature})" ] if dialect.overloads?
          routine = Catalog::Routine.new(schema: state.place(name).first, name: name.name, text:)
          state.lines[routine] = [ @source, @statement.line ]
          state.routines[key] = routine
          state.declare(routine.schema)
        end

        # The table that a trigger is of stands behind ON, or behind FOR in some.
        def trigger(cursor, name)
          table = trigger_table(cursor)
          text = dialect.program_text(@statement)
          return kept(text, "after") unless table

          table.triggers.reject! { |each| state.same?(each.name, name.name) }
          made = Catalog::Trigger.new(name: name.name, text:)
          state.lines[made] = [ @source, @statement.line ]
          table.triggers << made
        end

        def trigger_table(cursor)
          events = false
          until cursor.end? || cursor.word?("begin", "execute", "as")
            events ||= cursor.word?("insert", "update", "delete", "before", "after", "for")
            if cursor.take("on|for") && cursor.peek&.name? && !cursor.word?("each", "insert", "update", "delete")
              named = cursor.qualified
              return state.find(:tables, named) || (state.find(:views, named) && nil)
            end
            cursor.at += 1 unless cursor.end?
          end
          nil
        end

        def comment_on(cursor)
          cursor.at += 2
          word = cursor.take("materialized", "view") ? "view" : cursor.advance&.word
          return comment_on_column(cursor) if word == "column"
          return comment_on_schema(cursor) if word == "schema"

          list = LISTS[word]
          kept(@statement.text, "before") if list == :domains
          return left_out(0, cursor.tap(&:rest),
            "") unless list && %i[tables views sequences enumerations domains].include?(list)

          name = cursor.qualified
          found = state.find(list, name) || (list == :tables && state.find(:views, name))
          return lost(name, "a comment") unless found

          found.comment = said_text(cursor)
        end

        def said_text(cursor)
          cursor.take("is")
          text = +(cursor.string || "")
          text << cursor.string while cursor.take_symbol("||")
          text
        end

        def comment_on_schema(cursor)
          name = dialect.schema(cursor.name)
          text = said_text(cursor)
          name ? state.declare(name, comment: text) : passed("COMMENT ON SCHEMA")
        end

        def comment_on_column(cursor)
          tokens = [ cursor.advance ]
          tokens << cursor.advance while cursor.take_symbol(".")
          return cursor.refuse("A table and its column") if tokens.size < 2

          named = cursor.build(tokens[0...-1])
          table = state.find(:tables, named)
          return if table.nil? && state.find(:views, named) && left_out(0, cursor.tap(&:rest), "")

          column = table && state.column(table, cursor.named(tokens.last))
          return lost(named, "a comment on the column #{tokens.last&.value}") unless column

          column.comment = said_text(cursor)
        end
      end
    end
  end
end
