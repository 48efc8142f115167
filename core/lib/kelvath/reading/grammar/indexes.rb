# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Indexes that statements of their own make.
      module Indexes
        SAYING_NOTHING = %w[btree clustered nonclustered online offline].freeze

        private

        def new_index(name)
          Catalog::Index.new(name:, unique: false, columns: [], descending: [], included: [], condition: "",
            expression: "",
                             options: {})
        end

        # CREATE … INDEX: the cursor stands behind CREATE.
        def create_index(cursor)
          index = new_index("")
          index.unique = cursor.take("unique") || false
          index_words(cursor, index)
          falling = false
          until cursor.take("index")
            cursor.word || cursor.refuse("INDEX")
            falling ||= cursor.word?("descending", "desc")
            cursor.at += 1
          end
          cursor.take("concurrently")
          there = cursor.take("if", "not", "exists")
          index.name = cursor.qualified.name unless cursor.word?("on")
          index_words(cursor, index)
          cursor.take("on") || cursor.refuse("ON and a table")
          cursor.take_one("only", "table")
          said.take(cursor, :table, {}) # the cluster of some
          named = cursor.qualified("a table's name")
          table = state.find(:tables, named)
          return on_view(named, index) unless table
          return if there && state.index(index.name, table)

          index_words(cursor, index)
          index_body(cursor, table, index)
          index.descending = index.columns.dup if falling
          add_index(table, index)
        end

        # Designs have no place for indexes of views.
        def on_view(named, index)
          return lost(named, "index #{index.name}") unless state.find(:views, named)

          kept(@statement.text, "after")
          note("The index #{index.name} of a view is kept as text.", named.name)
        end

        # Words before and behind INDEX and its name.
        def index_words(cursor, index)
          loop do
            next if !cursor.word?("on") && said.take(cursor, :index, index.options)
            next cursor.at += 1 if SAYING_NOTHING.include?(cursor.word) &&
              %w[index nonclustered on].include?(cursor.word(1))
            next index_method(cursor, index) if cursor.take("using")

            break
          end
        end

        def index_method(cursor, index)
          method = cursor.name.downcase
          option = dialect.platform.option(:index, "method")
          index.options["method"] = method if option&.values&.include?(method)
        end

        # (columns) and what follows.
        def index_body(cursor, table, index)
          from = cursor.at
          if cursor.symbol?("(")
            inner = cursor.within
            parts = inner.parts
            special = parts.map { |part| index_part(part, index, table) }.any?
          end
          index_tail(cursor, index)
          @part_names = parts ? names_of_parts(parts) + index.included : []
          return unless special

          index.expression = dialect.index_text(table, index, parts, cursor.text(from))
          index.columns, index.descending, index.condition = [], [], ""
          index.included = []
          index.options = dialect.options_of_special(index.options)
        end

        # Reads one part of an index: a column with its order. Answers whether it is more than that.
        def index_part(part, index, table)
          part.at = 0
          return true unless part.peek.name? && !part.symbol?("(", 1) && !part.symbol?(".", 1)

          name = part.name
          index.columns << name
          loop do
            if part.take("asc") then next
            elsif part.take("desc") then index.descending << name
            elsif part.word?("collate") && own_collation?(part, table, name) then part.at += 2
            elsif part.take("nulls") then break true unless part.take(usual_place(index.descending.include?(name)))
            else break !part.end?
            end
          end
        end

        # Where rows without a value stand, unless it is said.
        def usual_place(descending) = descending ^ dialect.nulls_last? ? "first" : "last"

        def names_of_parts(parts)
          parts.map do |part|
            part.at = 0
            part.peek&.name? && !part.symbol?("(", 1) ? part.name : dialect.part_name(part)
          end
        end

        # Is the order of texts that is named the column's own?
        def own_collation?(part, table, name)
          known = state.column(table, name)&.options.to_h["collation"] || dialect.usual_collation
          !part.peek(1).nil? && part.peek(2)&.value != "." && part.peek(1).value.casecmp?(known.to_s)
        end

        def index_tail(cursor, index)
          until cursor.end? || (@in_table && (cursor.symbol?(",") || cursor.symbol?(")")))
            if cursor.word?("include") && cursor.symbol?("(", 1) then cursor.at += 1; index.included = cursor.names
            elsif cursor.take("where") then index.condition = index_condition(cursor)
            elsif cursor.take("using") then index_method(cursor, index)
            elsif said.take(cursor, :index, index.options) || said.take_group(cursor, :index,
              index.options) { |text| passed(text) } then next
            elsif dialect.passes?(cursor, :index) then next
            else
              from = cursor.at
              cursor.at += 1
              cursor.pass_group if cursor.symbol?("(")
              left_out(from, cursor, "of the index #{index.name}")
            end
          end
        end

        def index_condition(cursor)
          wrapped = cursor.symbol?("(")
          text = cursor.expression(%w[with on tablespace filestream_on].to_set)
          wrapped ? Ddl::Piece.new(text, :expression).bare : text
        end

        def add_index(table, index)
          own = ->(name) { state.column(table, name)&.name || name }
          index.columns.map!(&own)
          index.descending.map!(&own)
          index.included.map!(&own)
          index.options["tablespace"] ||= state.tablespace if state.tablespace && index.expression.empty?
          dialect.index_made(table, index, @part_names || index.columns)
          if index.unique && index.expression.empty? && dialect.unique_index_is_key?(index)
            return table.keys << Catalog::Key.new(name: index.name, primary: false, columns: index.columns, options: {})
          end

          state.lines[index] = [ @source, @statement.line ]
          table.indexes << index
        end
      end
    end
  end
end
