# frozen_string_literal: true

module Kelvath
  module Ddl
    # Finds the names in one piece of SQL: in a query by Query, elsewhere by knowing which words are the language's. A
    # name that could be two things is left as text.
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

      # A view's query: tables where tables stand, and the columns that are theirs.
      def read_query
        query = Query.new(@text, method(:table), tokens: @tokens)
        query.names.each do |index, id|
          @found[index] = id
          within_schema(index) if query.tables.include?(index)
        end
        @unknown = query.unknown_tables.reject { |name| name.include?(".") } # of another database, or schema
      end

      # parts: of a table's name, in small letters.
      def table(parts)
        id = @known.tables[parts.last(2).join(".")] or return
        Query::Table.new(id:, columns: @known.columns.call(id).to_a)
      end

      def take(index, id)
        id ? @found[index] = id : @unknown << @tokens[index].value
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
