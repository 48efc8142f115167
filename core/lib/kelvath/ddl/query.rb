# frozen_string_literal: true

require_relative "query/outputs"
require_relative "query/references"

module Kelvath
  module Ddl
    # What a query answers, and where it takes that from: its columns with the columns of tables that their values come
    # from (SQL:2016, 7.12 to 7.17). Never fails: what it cannot tell is named.
    #
    #   tide = Query::Table.new(id: 9, columns: [ [ "id", 1 ], [ "height", 2 ] ])
    #   query = Query.new("SELECT t.id, height * 2 AS double FROM tide t", ->(parts) { tide if parts == [ "tide" ] })
    #   query.columns.map { |each| [ each.name, each.sources ] } # => [["id", [1]], ["double", [2]]]
    class Query
      include Outputs
      include References

      # A table or view as it is known. columns: [[name, its id or the ids it comes from], …]
      Table = Struct.new(:id, :columns, keyword_init: true)
      # name: "" where the query gives none; sources: ids that its values come from; open: may there be more that are
      # not known? follows: the id of the column whose name it has because it is it; computed: is it more than a column
      # as it is?
      Column = Struct.new(:name, :sources, :open, :follows, :computed) do
        def joined(other) = Column.new(name, sources | other.sources, open || other.open, follows, true)
      end
      # Something behind FROM. columns: [Column, …], nil if they are not known; table_id: if its name is a table's own.
      Source = Struct.new(:name, :columns, :table_id)
      # Where names are looked for: the Sources at hand, then the names that the query gives, then what is around it.
      Scope = Struct.new(:sources, :outer, :given)

      UNTOLD = Column.new("", [].freeze, true, nil).freeze # what may be anything
      DEEPEST = 60 # queries within one another
      TOGETHER = %w[union intersect except minus].freeze
      JOINS = %w[natural inner left right full outer cross join straight_join].freeze
      ENDS = %w[where group having order limit offset fetch window for connect start qualify option union intersect
                except minus into].freeze
      # Words that can stand behind a source and are not its name.
      AFTER_SOURCES = %w[on using tablesample pivot unpivot with set when as select and or not].freeze
      VALUES = %w[null true false end].freeze # words that a value can end with
      # Names that are no column's, wherever they stand.
      GIVEN = %w[sysdate systimestamp rownum rowid level user uid current_schema current_role getdate].to_set.freeze

      # unknown_tables, unknown_columns: names that could not be told, as they are written, in small letters; names:
      # { place of a token => id of what it names }, for tables and columns that stand under their own names; tables:
      # the places of those that are tables.
      attr_reader :columns, :unknown_tables, :unknown_columns, :names, :tables

      # known: a callable, the parts of a table's name in small letters -> Table, nil for one that is not known.
      def initialize(text, known, tokens: Lexer.tokens(text))
        @tokens = tokens
        @known = known
        @at = 0
        @names = {}
        @tables = Set.new
        @used = Set.new
        @unknown_tables, @unknown_columns = [], []
        @columns = query(nil, {}, 0) || []
        [ @unknown_tables, @unknown_columns ].each(&:uniq!)
      end

      # All that it looks at, in conditions too: what known gave.
      def used = @used.to_a

      private

      def peek(ahead = 0) = @tokens[@at + ahead]
      def symbol?(text, ahead = 0) = peek(ahead)&.symbol?(text) || false
      def word?(*words) = peek&.word?(*words) || false
      def take(*words) = word?(*words) ? @at += 1 : nil
      def take_symbol(text) = symbol?(text) ? @at += 1 : nil

      def query(outer, named, depth)
        return pass_over if depth > DEEPEST

        named = with(outer, named, depth) if take("with")
        columns = term(outer, named, depth)
        while take(*TOGETHER)
          take("all", "distinct")
          other = term(outer, named, depth)
          columns = columns&.each_with_index&.map { |each, index| other&.[](index) ? each.joined(other[index]) : each }
        end
        pass_over
        columns
      end

      # Up to the bracket that closes it, or the end.
      def pass_over
        group? ? pass_group : @at += 1 until peek.nil? || symbol?(")")
      end

      def group? = symbol?("(")

      def pass_group
        depth = 0
        loop do
          depth += 1 if symbol?("(")
          depth -= 1 if symbol?(")")
          @at += 1
          break if depth.zero? || peek.nil?
        end
      end

      # WITH name (columns) AS (query), …
      def with(outer, named, depth)
        take("recursive")
        named = named.dup
        while peek&.name?
          name = peek.value.downcase
          @at += 1
          names = names_in_brackets if group?
          take("as")
          take("not")
          take("materialized")
          break unless take_symbol("(")

          named[name] ||= nil # what names itself is not known within
          columns = query(outer, named, depth + 1)
          take_symbol(")")
          named[name] = columns && called(columns, names)
          break unless take_symbol(",")
        end
        named
      end

      def names_in_brackets
        @at += 1
        found = []
        until peek.nil? || symbol?(")")
          found << peek.value if peek.name?
          @at += 1
        end
        take_symbol(")")
        found
      end

      def called(columns, names)
        return columns unless names

        columns.each_with_index.map do |each, index|
          names[index] ? Column.new(names[index], each.sources, each.open, nil, each.computed) : each
        end
      end

      def term(outer, named, depth)
        if take_symbol("(")
          query(outer, named, depth + 1).tap { take_symbol(")") }
        elsif take("select") then select(outer, named, depth)
        elsif take("table") && peek&.name? then named_source(named).columns
        else pass_term
        end
      end

      def pass_term
        group? ? pass_group : @at += 1 until peek.nil? || symbol?(")") || word?(*TOGETHER)
      end

      def select(outer, named, depth)
        take("all", "distinct", "sql_no_cache", "straight_join")
        pass_group if take("on") && group?
        (@at += 1) && take("percent") if take("top")
        from = @at
        pass_until("from", *ENDS)
        items = from...@at
        scope = Scope.new([], outer, [])
        from(scope, named, depth) if take("from")
        rest = @at
        pass_until(*TOGETHER)
        found = outputs(items, scope, named, depth)
        scope.given = found.map { |each| each.name.downcase }
        references(rest...@at, scope, named, depth) # what conditions look at
        found
      end

      def pass_until(*words)
        group? ? pass_group : @at += 1 until peek.nil? || symbol?(")") || word?(*words)
      end

      def from(scope, named, depth)
        loop do
          source(scope, named, depth)
          joined = take_symbol(",") || take_joins
          conditions(scope, named, depth) unless joined
          break unless joined || take_symbol(",") || take_joins
        end
      end

      def join? = word?(*JOINS) && !(word?("left", "right") && symbol?("(", 1)) # which are functions, too

      def take_joins
        before = @at
        @at += 1 while join?
        @at > before
      end

      # ON …, USING (…)
      def conditions(scope, named, depth)
        from = @at
        group? ? pass_group : @at += 1 until peek.nil? || symbol?(")") || symbol?(",") || join? || word?(*ENDS)
        references(from...@at, scope, named, depth)
      end

      def source(scope, named, depth)
        take("lateral", "only")
        return bracketed(scope, named, depth) if group?
        return @at += 1 unless peek&.name?

        scope.sources << aliased(named_source(named))
      end

      # A table, what the query itself named, or what a function answers.
      def named_source(named)
        from = @at
        parts = name_parts
        return Source.new(parts.last, nil, nil).tap { pass_group } if group?
        return Source.new(parts.first, named[parts.first], nil) if parts.one? && named.key?(parts.first)

        table = @known.call(parts)
        @unknown_tables << parts.join(".") unless table
        name_table(from + (parts.size - 1) * 2, table.id) if table&.id
        Source.new(parts.last, table && columns_of(table), table&.id)
      end

      def name_table(place, id)
        @names[place] = id
        @tables << place
      end

      def columns_of(table)
        table.columns.map do |name, ids|
          ids.is_a?(Array) ? Column.new(name, ids, false, nil) : Column.new(name, [ ids ], false, ids)
        end
      end

      def bracketed(scope, named, depth)
        ahead = 1
        ahead += 1 while symbol?("(", ahead)
        @at += 1
        if peek(ahead - 1)&.word?("select", "with", "values", "table")
          columns = query(scope, named, depth + 1)
          take_symbol(")")
          scope.sources << aliased(Source.new("", columns, nil))
        else
          from(scope, named, depth)
          take_symbol(")")
          take("as")
          @at += 1 if alias?
        end
      end

      def aliased(source)
        take("as")
        if alias?
          name = peek.value.downcase
          @at += 1
          names = names_in_brackets if group?
          source = Source.new(name, source.columns && called(source.columns, names), nil)
        end
        pass_group if take("with") && group? # hints
        source
      end

      def alias? = peek && peek.name? && !word?(*JOINS, *ENDS, *AFTER_SOURCES)

      def name_parts
        parts = [ peek.value.downcase ]
        @at += 1
        while symbol?(".") && peek(1)&.name?
          parts << peek(1).value.downcase
          @at += 2
        end
        parts
      end
    end
  end
end
