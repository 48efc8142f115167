# frozen_string_literal: true

module Kelvath
  module Ddl
    # Writes a design as standard SQL, in an order that runs: tables first, what refers to them later.
    # A platform's writer overrides the small hooks that differ.
    class Writer
      include Saying
      include Commenting

      INDENT = "  "

      # When the database gives a column its number (SQL:2016, 11.4): are numbers that somebody gives refused?
      def self.numbered_when(column) = column.options["numbering"] == "always" ? "ALWAYS" : "BY DEFAULT"

      # recipe: a Metamodel::Recipe; of it, a writer heeds what stands within statements.
      def initialize(model, design, recipe: Scripting::Recipes.usual)
        @model = model
        @design = design
        @recipe = recipe
        @platform = Platforms.fetch(design.platform).at(design.version)
        @platform = @platform.quoting_all if recipe.quoting == "always"
        @left_out = [] # lines about pieces of SQL that are not whole
        @lacking = Hash.new { |known, what| known[what] = [] } # what the platform has not => elements that have it
        @types = Hash.new { |known, type| known[type] = @pieces[[ @platform.write_type(type), :type ]] }
                     .compare_by_identity
        @places = {}.compare_by_identity
        @quoted = Hash.new { |known, name| known[name] = @platform.quote(name) }
        # [text as it can be written, what is wrong with it]; the same types and defaults recur
        @pieces = Hash.new do |known, (text, kind)|
          known[[ text, kind ]] = Ddl::Piece.new(text, kind).then { |piece| [ piece.written, piece.fault ] }
        end
      end

      # The whole Script.
      def script
        written = statements
        Script.new(heading: heading(tables) + remarks(tables), statements: written, platform:)
      end

      # What makes the design, in an order that runs: [Statement, …]
      def statements = Order.new(all_statements).ordered

      # What a script begins with; made: the tables that it makes.
      def heading(made)
        names = [ model.header.name, (@design.name unless @design.name == platform.title) ].compact.reject(&:empty?)
        [ "#{names.join(', ')} for #{platform.title}",
          "#{made.size} #{made.one? ? 'table' : 'tables'}, written by Kelvath" ]
      end

      # What must be said of statements that were written: what was left out of them, what the database does not keep.
      def remarks(made) = @left_out + lacking + Unkept.of(model, made)

      # Tables that the design makes, those that others refer to first.
      def tables = @tables ||= TableOrder.new(model, @design.id).tables.reject(&:outside)

      # Tables, each followed by the partitions that it has.
      def with_partitions(tables)
        tables.flat_map { |table| [ table, *known(:partitions, Metamodel::Partition.of(model, table)) ] }
      end

      # The name of a table, view or the like as it stands in SQL, with its schema.
      def place(element)
        @places[element] ||= platform.name_parts(element, model).map { |part| quote(part) }.join(".")
      end

      # A name as it stands in SQL.
      def quote(name) = @quoted[name]

      # The platform that it writes for, as the recipe has it.
      attr_reader :platform

      # What the script says of one table, view, index or foreign key: [Statement, …]
      def statements_of(element)
        case element.kind
        when :table, :partition then table_statements(element)
        when :view then [ create_view(element) ].compact
        when :index then known(:indexes, [ element ]).filter_map { |index| create_index(model[index.parent_id], index) }
        when :foreign_key
          late_foreign_keys(model[element.parent_id]).select { |each| each.element_id == element.id }
        when :schema then [ statement("schema", element.name, "CREATE SCHEMA #{quote(element.name)}", element) ]
        when :row then rows_of(model[element.parent_id]).select { |each| each.element_id == element.id }
        else programs.of(element)
        end
      end

      include Indexing
      include Parts
      include Referring

      private

      attr_reader :model

      def table_statements(table)
        comments = platform.supports?(:comments) ? table_comments(table) : []
        [ create_table(table), *late_foreign_keys(table), *indexes_of(table), *comments, *rows_of(table) ]
      end

      def all_statements
        stores = with_partitions(tables)
        schema_statements + programs.enumerations + programs.sequences + stores.map { |table| create_table(table) } +
          stores.flat_map { |table| late_foreign_keys(table) } + stores.flat_map { |table| indexes_of(table) } +
          Metamodel::Design.views(model, @design.id).filter_map { |view| create_view(view) } +
          rows + programs.routines + programs.triggers(stores) + referential_triggers(tables) +
          programs.rights + comment_statements
      end

      # What writes sequences, routines, triggers and rights.
      def programs = @programs ||= Programs.new(self, model, @design, platform) { |element| place(element) }

      def columns(ids)
        return quote(model.fetch(ids.first).name) if ids.size == 1 # as most keys and indexes have it

        ids.map { |id| quote(model.fetch(id).name) }.join(", ")
      end

      def constraint_name(element) = element.name.empty? ? "" : "CONSTRAINT #{quote(element.name)} "

      public def statement(kind, name, sql, element) = Statement.new(kind, name, sql, element.id)

      def schema_statements
        schemas = Metamodel::Design.schemas(model, @design.id)
        return without_schemas(schemas) unless platform.supports?(:schemas)

        schemas.reject { |schema| platform.given_schema?(schema.name) || schema.outside?(model) }
               .map { |schema| statement("schema", schema.name, "CREATE SCHEMA #{quote(schema.name)}", schema) }
      end

      def without_schemas(schemas)
        names = schemas.map(&:name).join(", ")
        if schemas.any?
          @left_out << "Left out: #{platform.title} knows no schemas; what is in #{names} is made without."
        end

        []
      end

      # A partition has what its table has; what it has beside stands within it.
      def create_partition(part)
        lines = key_lines(part) + check_lines(part) + clause_lines(part) +
                inline_foreign_keys(part).map { |key| foreign_key_sql(key) }
        sql = "CREATE TABLE #{place(part)} PARTITION OF #{place(model.fetch(part.parent_id))}" \
              "#{" (\n#{joined(lines)}\n)" if lines.any?} #{part.bounds}#{table_tail(part)}"
        statement("partition", part.name, sql, part)
      end

      def create_table(table)
        return create_partition(table) if table.kind == :partition

        lines = column_lines(table) + key_lines(table) + check_lines(table) + clause_lines(table) +
                inline_foreign_keys(table).map { |key| foreign_key_sql(key) }
        sql = "#{table_comment(table)}CREATE#{said(table, :words)} TABLE #{place(table)} (\n#{joined(lines)}\n)" \
              "#{table_tail(table)}"
        statement("table", table.name, sql, table)
      end

      # A line is text, or [comment lines, text].
      def joined(lines)
        return "#{INDENT}#{lines.join(",\n#{INDENT}")}" if lines.none?(Array)

        lines.map { |line| line.is_a?(Array) ? "#{indented(line.first)}#{INDENT}#{line.last}" : "#{INDENT}#{line}" }
             .join(",\n")
      end

      def indented(comments) = comments.map { |comment| "#{INDENT}#{comment}\n" }.join

      def table_tail(table) = said(table, :tail)
      def table_comment(_table) = ""
      def column_comment(_column) = Model::NONE

      def column_lines(table)
        model.children(table.id, :column).map do |column|
          comments = column_comment(column)
          comments.empty? ? column_sql(column) : [ comments, column_sql(column) ]
        end
      end

      # The text of a piece of SQL that an element holds; nil if it has none, or none that can stand in a script.
      def piece(element, field)
        return unless element.values.key?(field)

        plain = field == :native_type && model.leaf?(element.id)
        written, fault = plain ? @types[element.native_type] : checked(element, field)
        return written unless fault

        label = element.class.fetch_field(field).label.downcase
        @left_out << "Left out: the #{label} of #{Describing.title(element, model)} #{fault}."
        nil
      end

      # [text, what is wrong with it]
      def checked(element, field)
        text = Names.text(model, element, field, platform:)
        text.empty? ? [ nil, nil ] : @pieces[[ text, Ddl::Piece.kind(element.kind, field) ]]
      end

      def column_sql(column)
        sql = quote(column.name).dup
        column_parts(column).each { |part| sql << " " << part if part }
        sql << said(column, :end)
      end

      # What follows a column's name, in the platform's order.
      def column_parts(column)
        [ piece(column, :native_type), said_of_type(column), identity_clause(column), value_clause(column),
          mandatory_clause(column) ]
      end

      # What is said behind its type, nil for nothing; most columns say nothing.
      def said_of_type(column)
        return unless column.values.key?(:options)

        text = said(column, :type).strip
        text unless text.empty?
      end

      def mandatory_clause(column)
        return unless column.mandatory

        platform.supports?(:mandatory) ? "NOT NULL" : leave_out("mandatory column", column)
      end

      def identity_clause(column)
        return unless column.identity
        return identity_words(column) if platform.supports?(:identity)

        leave_out("numbering", column)
      end

      def identity_words(column) = "GENERATED #{Writer.numbered_when(column)} AS IDENTITY"

      # What the database puts into the column: what it computes, or its default.
      def value_clause(column)
        return unless column.values.key?(:computed) || column.values.key?(:default_value)

        computed = piece(column, :computed)
        if computed
          return computed_words(column, computed) if platform.supports?(:computed_columns)

          return leave_out("computed column", column)
        end

        piece(column, :default_value)&.then { |text| "DEFAULT #{default_text(text)}" }
      end

      def computed_words(column, computed) = "GENERATED ALWAYS AS (#{computed})#{' STORED' if column.stored}"
      def default_text(text) = text

      # except: keys that are said elsewhere.
      def key_lines(table, except: [])
        keys = model.children(table.id, :key).reject { |key| except.include?(key) }
        primary, others = keys.partition(&:primary)
        [ *primary, *known(:alternate_keys, others) ].map { |key| key_line(key) }
      end

      def key_line(key)
        "#{constraint_name(key)}#{key.primary ? 'PRIMARY KEY' : 'UNIQUE'}#{said(key, :words)} " \
          "(#{key_columns(key)})#{said(key, :tail)}"
      end

      def key_columns(key) = columns(key.column_ids)

      def check_lines(table)
        known(:checks, model.children(table.id, :check)).filter_map { |check| check_line(check) }
      end

      def check_line(check)
        text = piece(check, :condition) or return
        "#{constraint_name(check)}CHECK#{said(check, :words)} (#{text})#{said(check, :tail)}"
      end

      def clause_lines(table) = model.children(table.id, :clause).filter_map { |clause| clause_line(clause) }
      def clause_line(clause) = piece(clause, :text)&.then { |text| "#{constraint_name(clause)}#{text}" }

      # The rows that tables begin with; what they refer to is there, as tables are written before what needs them.
      def rows = tables.flat_map { |table| rows_of(table) }

      def rows_of(table)
        model.children(table.id, :row).filter_map do |row|
          piece(row, :content)&.then { |text| statement("row", table.name, "INSERT INTO #{place(table)} #{text}", row) }
        end
      end

      # Foreign keys written inside CREATE TABLE; the others follow when all tables are there.
      def inline_foreign_keys(table)
        return [] unless @recipe.foreign_keys == "inside"

        known(:foreign_keys, model.children(table.id, :foreign_key)).select { |key| inside?(table, key) }
      end

      # Is the table that it refers to there when its own is made, and is nothing said that only an added one can say?
      def inside?(table, key)
        return false if key.options.keys.intersect?(platform.class::ADDED_LATER)

        @places_in_order ||= tables.each_with_index.to_h { |each, index| [ each.id, index ] }
        @places_in_order.fetch(key.target_table_id, -1) <= @places_in_order.fetch(table.id, -1)
      end

      def late_foreign_keys(table)
        late = model.children(table.id, :foreign_key) - inline_foreign_keys(table)
        known(:foreign_keys, late).map do |key|
          statement("foreign key", key.name, "ALTER TABLE #{place(table)}\n#{INDENT}ADD #{foreign_key_sql(key)}", key)
        end
      end

      def foreign_key_sql(key)
        target = model.fetch(key.target_table_id)
        "#{constraint_name(key)}FOREIGN KEY (#{columns(key.column_ids)}) REFERENCES #{place(target)}" \
          "#{" (#{columns(key.target_column_ids)})" if key.target_column_ids.any?}#{said(key, :match)}" \
          "#{action(key, :on_delete)}" \
          "#{action(key, :on_update)}#{said(key, :tail)}"
      end

      def action(key, event)
        return "" if key[event] == "no action"
        words = "#{event.to_s.tr('_', ' ')} #{key[event]}"
        return " #{words.upcase}" if platform.actions(event).include?(key[event])

        triggered? ? "" : leave_out("“#{words}”", key).to_s
      end

      def create_view(view)
        piece(view, :query)&.then { |text| statement(
          "view", view.name,
          "CREATE#{said(view, :words)} VIEW #{place(view)}#{view_columns(view)}#{said(view, :head)} AS\n#{text}" \
          "#{said(view, :tail)}", view
        ) }
      end

      # What COMMENT ON calls it.
      def view_words(view) = "#{said(view, :words)} VIEW".strip

      def view_columns(view)
        view.column_names.empty? ? "" : " (#{view.column_names.map { |name| quote(name) }.join(', ')})"
      end
    end
  end
end
