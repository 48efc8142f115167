# frozen_string_literal: true

module Kelvath
  module Ddl
    # Finds the names in one piece of SQL. It reads no grammar: it knows which words are the language's, and where
    # tables stand. A name that could be two things is left as text.
    class NameFinder
      # Words of the language (SQL:2016 and what engines add) that stand in expressions and queries.
      WORDS = %w[
        all and any array as asc at between both by case cast collate cross current_date current_time current_timestamp
        current_user date day default desc distinct else end escape except exists extract false fetch filter first
        following for from full glob group having hour if ilike in inner intersect interval into is isnull join last
        lateral leading left like limit localtime localtimestamp match materialized minute month natural next not
        notnull null nulls of offset on only or order outer over partition preceding primary range recursive regexp
        returning right row rows second select session_user similar some symmetric then time timestamp to trailing true
        unbounded union unique unknown user using values when where window with within year zone
        bigint blob bool boolean bytea char character decimal double float int integer json jsonb nchar numeric nvarchar
        precision real smallint text timestamptz timetz uuid varchar varying include tablespace
      ].to_set.freeze
      # Words of the language that columns are called by all the same: "day" is no unit where nothing is counted in it.
      UNITS = %w[date day first hour last minute month next range second text time timestamp year zone json uuid].freeze
      SOURCES = %w[from join].freeze # a table comes after these, and after commas that follow
      CLAUSES = %w[
        select where group having order limit union except intersect on using window fetch offset set values
      ].freeze

      # kind: as Piece has them; known: a Names::Known.
      def initialize(text, kind, known)
        @text = Metamodel::Expression.plain(text)
        @kind = kind
        @known = known
        @tokens = Lexer.tokens(@text)
        @found = {} # { place among the tokens => id }
        @begins = {} # { place => place of the schema before it }
        @unknown = []
        @kind == :query ? read_query : read_expression
      end

      # Names that should be elements and are none.
      attr_reader :unknown

      # The text with references in the place of names.
      def resolved
        at = 0
        written = @found.sort.map do |index, id|
          token = @tokens[index]
          before = @text.byteslice(at...@tokens[@begins.fetch(index, index)].from)
          at = token.to
          "#{before}#{Metamodel::Expression.reference(id)}"
        end
        "#{written.join}#{@text.byteslice(at..)}"
      end

      private

      # The condition of a check, what a column is computed from, what an index is over: names of the table's columns.
      def read_expression
        own = @known.table ? @known.columns.call(@known.table) : {}
        @tokens.each_index do |index|
          next unless name?(index) || unit_column?(index, own)

          if @kind == :index && index == table_place
            take(index, @known.table)
            within_schema(index)
          elsif @kind == :index && index < table_place
            next
          elsif !function?(index) && !qualified?(index)
            take(index, own[key(index)])
          end
        end
      end

      # Where an index says its table: ON crew.member.
      def table_place
        @table_place ||= @tokens[0]&.word?("on") ? (@tokens[2]&.symbol?(".") ? 3 : 1) : -1
      end

      # The schema before a table's name is part of what stands for it.
      def within_schema(index)
        @begins[index] = index - 2 if qualified?(index)
      end

      # A view's query: tables where tables stand, then the columns of those tables.
      def read_query
        @sources = {} # { name or alias => table's id, nil if it is none of ours }
        @own_names = Set.new # those of sources that have no alias
        places = source_places
        places.each { |index| read_source(index) }
        @tokens.each_index do |index|
          next if places.include?(index) || @aliases.include?(index) || !name?(index) || function?(index)

          qualified?(index) ? take_qualified(index) : take_unqualified(index)
        end
      end

      def source_places
        expecting = [ false ]
        inside = [ false ]
        @aliases = Set.new
        places = []
        @tokens.each_with_index do |token, index|
          if token.symbol?("(") then expecting << false; inside << false
          elsif token.symbol?(")") then expecting.pop if expecting.size > 1; inside.pop if inside.size > 1
          elsif token.word?(*SOURCES) then expecting[-1] = inside[-1] = true
          elsif token.word?(*CLAUSES) then inside[-1] = token.word?("on", "using"); expecting[-1] = false
          elsif token.symbol?(",") then expecting[-1] = inside[-1]
          elsif expecting[-1] && name?(index)
            places << index unless function?(index) || @tokens[index + 1]&.symbol?(".")
            expecting[-1] = @tokens[index + 1]&.symbol?(".") || token.word?("lateral", "only")
          end
        end
        places
      end

      # The table itself, and the name it is given in the query.
      def read_source(index)
        # of another database; the query's own
        elsewhere = qualified?(index) ? qualified?(index - 2) : ctes.include?(key(index))
        id = elsewhere ? nil : @known.tables[table_key(index)]
        elsewhere ||= qualified?(index) && id.nil? # of a schema that is not in the design
        found_table(index, id) if id
        @unknown << @tokens[index].value unless id || elsewhere
        given = @tokens[index + 1]&.word?("as") ? index + 2 : index + 1
        named = name?(given) ? given : index
        named == index ? @own_names << key(index) : @aliases << named
        @sources[key(named)] = id
        @sources[key(index)] ||= id unless named != index && @sources.key?(key(index))
      end

      # Names that the query itself defines before AS (.
      def ctes
        @ctes ||= @tokens.each_index.select { |index| begins_definition?(index) }.to_set { |index| key(index) }
      end

      def begins_definition?(index)
        name?(index) && @tokens[index + 1]&.word?("as") && @tokens[index + 2]&.symbol?("(")
      end

      def column_of(table_id, index) = table_id && @known.columns.call(table_id)[key(index)]

      def table_key(index) = qualified?(index) ? "#{key(index - 2)}.#{key(index)}" : key(index)

      def found_table(index, id)
        @found[index] = id
        within_schema(index)
      end

      # A column behind its table, or a table between its schema and a column.
      def take_qualified(index)
        table = @known.tables[table_key(index)] if @tokens[index + 1]&.symbol?(".") && @own_names.include?(key(index))
        table ? found_table(index, table) : take(index, column_of(@sources[key(index - 2)], index))
      end

      # Without a table in front it must be in one of them alone; the table in front of a column is a table.
      def take_unqualified(index)
        source = @sources[key(index)]
        return take(index, source) if source && @tokens[index + 1]&.symbol?(".") && @own_names.include?(key(index))
        return if @tokens[index - 1]&.word?("as") && index.positive?

        ids = @sources.values.compact.uniq.filter_map { |table_id| column_of(table_id, index) }
        @found[index] = ids.first if ids.one?
      end

      def take(index, id)
        return @found[index] = id if id

        @unknown << @tokens[index].value unless @kind == :query
      end

      def name?(index)
        token = @tokens[index]
        return false unless token

        token.type == :quoted || (token.type == :word && !WORDS.include?(token.value.downcase) && !cast?(index))
      end

      # Is a word of the language a column here? Not as a unit (INTERVAL '1' DAY, EXTRACT(DAY FROM …)), before a literal
      # (DATE '2026-01-01'), or as a type.
      def unit_column?(index, own)
        token, before, after = @tokens[index], (@tokens[index - 1] if index.positive?), @tokens[index + 1]
        return false unless token.type == :word && UNITS.include?(token.value.downcase) && own.key?(key(index))

        !cast?(index) && !%i[string number].include?(before&.type) && after&.type != :string && !after&.word?("from")
      end

      # A type's name after "::" or in CAST (… AS type), a collation's after COLLATE.
      def cast?(index)
        before = @tokens[index - 1] if index.positive?
        before&.symbol?("::") || before&.word?("collate") || (@kind != :query && before&.word?("as")) || false
      end

      def function?(index) = @tokens[index + 1]&.symbol?("(") || false
      def qualified?(index) = index.positive? && @tokens[index - 1].symbol?(".")
      def key(index) = @tokens[index].value.downcase
    end
  end
end
