# frozen_string_literal: true

module Kelvath
  module Reading
    # What names a table or a column in SQL of its own (conditions, what is computed, what indexes are over, queries of
    # views) and says its new name when that is called otherwise.
    class Followers
      IT, TABLE = "it", "table" # ids that stand for what is renamed, and for its table

      # tables, views: Catalog values, which are changed in place.
      def initialize(dialect, tables, views)
        @dialect = dialect
        @tables = tables
        @views = views
      end

      # A Catalog::Table's column is about to be called otherwise.
      def column(table, was, to)
        fresh = quote(to)
        expressions(table) { |text, kind|
          renamed(text, kind, { key(was) => IT }, IT => fresh, TABLE => place(table.place)) }
        @views.each do |view|
          columns = table.columns.map { |each|
            [ each.name, @dialect.same_column?(each.name, was) ? IT : each.object_id ] }
          in_query(view, table.place, Ddl::Query::Table.new(id: TABLE, columns:)) do |index, query|
            fresh if query.names[index] == IT
          end
        end
      end

      # A table or view is about to have another place, [schema, name].
      def table(thing, to)
        own = thing.respond_to?(:columns) ? thing.columns : []
        expressions(thing) { |text, kind|
          kind == :index ? renamed(text, kind, {}, TABLE => place(to)) : text } if own.any?
        columns = own.map { |each| [ each.name, each.object_id ] }
        @views.each do |view|
          in_query(view, thing.place, Ddl::Query::Table.new(id: IT, columns:)) do |index, query, tokens|
            next unless query.names[index] == IT

            query.tables.include?(index) ? [ place(to), schema_before(tokens, index) ] : quote(to.last)
          end
        end
      end

      private

      def quote(name) = @dialect.platform.quote(name)
      def place(parts) = parts.compact.map { |part| quote(part) }.join(".")
      def key(name) = name.downcase

      # Yields each piece of SQL of a table and its kind; what is answered takes its place.
      def expressions(table)
        table.columns.each { |each| each.computed = yield(each.computed, :expression) unless each.computed.to_s.empty? }
        table.checks.each { |each| each.condition = yield(each.condition, :expression) }
        table.indexes.each do |each|
          each.condition = yield(each.condition, :expression) unless each.condition.to_s.empty?
          each.expression = yield(each.expression, :index) unless each.expression.to_s.empty?
        end
      end

      # names: { id => what is written in its place }
      def renamed(text, kind, columns, names)
        known = Ddl::Names::Known.new(tables: {}, columns: ->(_) { columns }, table: TABLE)
        found = Ddl::NameFinder.new(text, kind, known).resolved
        found == text ? text : Metamodel::Expression.written(found) { |id| names.fetch(id) }
      end

      # The query of a view in which tokens are written otherwise: the block answers a text, with how many tokens before
      # it go, or nil.
      def in_query(view, at, known)
        return unless view.query.to_s.downcase.include?(at.last.downcase)

        tokens = Ddl::Lexer.tokens(view.query)
        query = Ddl::Query.new(view.query, ->(parts) { means?(parts, at) ? known : other(parts, view) }, tokens:)
        changes = tokens.each_index.filter_map do |index|
          text, before = yield(index, query, tokens)
          [ tokens[index - before.to_i].from, tokens[index].to, text ] if text
        end
        return if changes.empty?

        keep_outputs(view, query, changes)
      end

      # What a view's columns are called stays, whatever they are taken from is called.
      def keep_outputs(view, query, changes)
        names = query.columns.map(&:name)
        view.query = rewritten(view.query, changes)
        return if !@dialect.outputs_keep_names? || view.column_names.to_a.any?
        return if names.any? { |name| name.empty? || name == "*" }

        after = Ddl::Query.new(view.query, ->(parts) { other(parts, view) }).columns.map(&:name)
        view.column_names = names unless after.map(&:downcase) == names.map(&:downcase)
      end

      def rewritten(text, changes)
        at = 0
        parts = changes.sort.flat_map do |from, to, fresh|
          before = text.byteslice(at...from)
          at = to
          [ before, fresh ]
        end
        "#{parts.join}#{text.byteslice(at..)}"
      end

      def means?(parts, at)
        wanted = at.compact.map(&:downcase)
        parts.map(&:downcase).last(wanted.size) == wanted || parts.map(&:downcase) == wanted.last(1)
      end

      def other(parts, view)
        found = (@tables + @views).find { |each| !each.equal?(view) && means?(parts, each.place) }
        columns = found.respond_to?(:columns) ? found.columns.map { |each| [ each.name, each.object_id ] } : []
        found && Ddl::Query::Table.new(id: found.object_id, columns:)
      end

      # How many tokens before a table's name say its schema.
      def schema_before(tokens, index) = index >= 2 && tokens[index - 1].symbol?(".") ? 2 : 0
    end
  end
end
