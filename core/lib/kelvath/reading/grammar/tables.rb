# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # CREATE TABLE, in the ways that are met.
      module Tables
        private

        # CREATE … TABLE: the cursor stands at TABLE; options: what was said before it.
        def create_table(cursor, options, replace:)
          cursor.at += 1
          there = cursor.take("if", "not", "exists")
          name = cursor.qualified("a table's name")
          return passed_over(name, "is there already") if there && state.find(:tables, name)

          return passed_over(name, "is there already") if state.live? && !replace && state.tables.key?(state.key(name))

          drop_named(:tables, name) if replace || state.tables.key?(state.key(name))
          table = new_table(name, options)
          state.add(:tables, name, table, @source, @statement.line)
          @passing_tables << table if @passing && table.options.values.grep(/temporary/i).empty?
          nil while said.take(cursor, :table, table.options) # what some say before the columns
          body(cursor, table)
          tail(cursor, table)
          table.options["tablespace"] ||= state.tablespace if state.tablespace
          dialect.table_made(table)
        end

        def new_table(name, options)
          schema, own = state.place(name)
          Catalog::Table.new(schema:, name: own, comment: "", columns: [], keys: [], foreign_keys: [], checks: [],
            clauses: [],
                             indexes: [], triggers: [], options:)
        end

        def body(cursor, table)
          cursor.take("as") if cursor.here?(%w[as]) && cursor.symbol?("(", 1) && cursor.word(2) != "select"
          if cursor.take("partition", "of") then part_of(cursor, table)
          elsif cursor.take("like|clone") || cursor.take("shallow|deep", "clone") then alike(cursor, table)
          elsif cursor.take("of") then left_out(cursor.at - 1, cursor.tap(&:qualified), "of the table #{table.title}")
          end
          return unless cursor.symbol?("(")
          return if query?(cursor)

          @in_table = true
          items(cursor.within, table)
        ensure
          @in_table = false
        end

        # Does a query follow, in brackets or not?
        def query?(cursor)
          ahead = 0
          ahead += 1 while cursor.symbol?("(", ahead)
          %w[select with].include?(cursor.word(ahead))
        end

        # What stands between the brackets, one after the other: what cannot be read is told and left out, and reading
        # goes on behind the next comma.
        def items(inner, table)
          until inner.end?
            begin
              item(inner, table)
              inner.end? || inner.take_symbol(",") || inner.refuse("“,” or “)”")
            rescue Unreadable => error
              tell(error)
              inner.pass_part
              inner.take_symbol(",")
            end
          end
        end

        def item(inner, table)
          return inner.at += 1 if inner.symbol?(",")

          if inner.word?("like") && (inner.peek(1)&.name? || false) then inner.at += 1; alike(inner, table)
          elsif constraint?(inner) then constraint(inner, table)
          else
            @in_column = true
            table.part_of ? column_of_part(inner, table) : column(inner, table)
          end
        ensure
          @in_column = false
        end

        # name [WITH OPTIONS] what is said of it
        def column_of_part(inner, table)
          column = state.column(table, inner.name) or return inner.pass_part
          inner.take("with", "options")
          column_parts(inner, table, column)
        end

        # Another table's columns.
        def alike(cursor, table)
          named = cursor.qualified("a table's name")
          source = state.find(:tables, named)
          said = cursor.at
          cursor.at += 1 while cursor.word?("including",
            "excluding") || (cursor.at > said && cursor.word && !cursor.word?("with"))
          words = cursor.text(said).downcase
          return lost(named, "the columns of #{table.title}") unless source

          source.columns.dup.each { |column| table.columns << copied(column, words) }
          copy_constraints(source, table, words)
        end

        def copied(column, words)
          whole = dialect.copies_all? || words.include?("including all")
          column.dup.tap do |copy|
            copy.options = column.options.dup
            copy.default_value = "" unless whole || words.include?("including defaults")
            copy.identity = false unless whole || words.include?("including identity")
            copy.computed = nil unless whole || words.include?("including generated")
            copy.comment = "" unless whole || words.include?("including comments")
          end
        end

        def copy_constraints(source, table, words)
          all = dialect.copies_all? || words.include?("including all")
          if all || words.include?("including indexes")
            source.keys.dup.each do |key|
              copy = key.dup.tap { |each| each.columns = key.columns.dup; each.name = dialect.copies_all? ?
                key.name : "" }
              add_key(table, copy)
            end
            source.indexes.dup.each { |index| copy_index(index, table) }
          end
          table.checks.concat(source.checks.map(&:dup)) if all || words.include?("including constraints")
        end

        def copy_index(index, table)
          copy = index.dup
          copy.columns, copy.descending, copy.included = [ index.columns, index.descending, index.included ].map(&:dup)
          copy.name = "" unless dialect.copies_all?
          dialect.index_made(table, copy, copy.columns + copy.included)
          table.indexes << copy
        end

        # Columns and checks; comments are the parent's own.
        def copy_from_parent(parent, table, part: false, checks: true)
          parent.columns.dup.each do |column|
            table.columns << column.dup.tap do |copy|
              copy.options, copy.comment = column.options.dup, ""
              dialect.inherited(parent, column, copy, counting: @counting.include?(column))
              @counting << copy if @counting.include?(column)
            end
          end
          parent.checks.dup.each { |check| table.checks << check.dup unless check.options["no inherit"] } if checks
          dialect.parted(parent, table) if part
        end

        # What follows the columns.
        def tail(cursor, table)
          until cursor.end?
            next inherits(cursor, table) if cursor.word?("inherits") && cursor.symbol?("(", 1)
            next if said.take(cursor, :table, table.options)
            next if said.take_group(cursor, :table, table.options) { |text| passed(text) }
            next if dialect.table_part(cursor, table, self)

            case cursor.word
            when "comment" then cursor.at += 1; cursor.take_symbol("="); table.comment = cursor.string.to_s
            when "as", "select", "with" then (return query_of_table(cursor, table)) if query_follows?(cursor)

              unknown(cursor, table)
            else
              next if cursor.take_symbol(",") || dialect.passes?(cursor, :table)

              unknown(cursor, table)
            end
          end
        end

        def unknown(cursor, table)
          from = cursor.at
          cursor.at += 1
          cursor.pass_group if cursor.symbol?("(")
          left_out(from, cursor, "of the table #{table.title}")
        end

        def query_follows?(cursor)
          return defines?(cursor) if cursor.word?("with")
          return true if cursor.word?("select")

          ahead = 1
          ahead += 1 while cursor.symbol?("(", ahead)
          %w[select with values table execute].include?(cursor.word(ahead))
        end

        # WITH name AS (…), WITH name (columns) AS (…)
        def defines?(cursor)
          return true if cursor.word(1) == "recursive" || cursor.word(2) == "as"
          return false unless cursor.peek(1)&.name? && cursor.symbol?("(", 2)

          ahead = 3
          ahead += 1 until cursor.peek(ahead).nil? || cursor.symbol?(")", ahead)
          cursor.word(ahead + 1) == "as"
        end

        # CREATE TABLE … AS query: its columns are known where the query names them.
        def query_of_table(cursor, table)
          from = cursor.at
          cursor.take("as")
          query = cursor.text(cursor.at, cursor.at + cursor.left)
          cursor.at = from
          cursor.rest
          filled(query, table)
        end

        # The columns of a query, with the types of those that they are; what is computed has none.
        def filled(query, table)
          told = Ddl::Query.new(query, ->(parts) { known_table(parts) }).columns
          if told.any? && told.none? { |each| each.name.empty? || each.name == "*" }
            return take_told(table, told.map { |each| column_told(each) })
          end

          warn("The columns of #{table.title} come from a query that is not worked out; it has only those that are " \
               "named.", table.title)
        end

        # Columns that are named already get the types of those of the query, or stand beside them.
        def take_told(table, told)
          return table.columns.concat(told) if table.columns.empty?

          if table.columns.all? { |each| each.native_type.empty? }
            table.columns.zip(told).each { |column, each| column.native_type = each.native_type if each }
          elsif dialect.inline_indexes?
            table.columns.concat(told.reject { |each| state.column(table, each.name) })
          end
        end

        def known_table(parts)
          title = parts.last(2).join(".")
          found = state.tables.each_value.find { |each| state.same?(each.title, title) } ||
                  state.tables.each_value.find { |each| state.same?(each.name, parts.last) }
          found && Ddl::Query::Table.new(columns: found.columns.map { |each| [ each.name, [ each ] ] })
        end

        # What some platforms keep of a column that a query takes as it is: beside its type, whether it is mandatory and
        # its default.
        def column_told(told)
          kept = told.sources.one? && !told.computed ? told.sources.first : nil
          column = Catalog::Column.new(name: dialect.fold(told.name), native_type: "", mandatory: false,
                                       identity: false, default_value: "", computed: nil, stored: false,
                                       comment: "", options: {})
          return column unless kept

          column.native_type = dialect.queried_type(kept.native_type)
          dialect.kept_by_queries.each { |field| column[field] = kept[field] }
          column
        end
      end
    end
  end
end
