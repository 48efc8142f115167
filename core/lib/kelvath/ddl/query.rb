# frozen_string_literal: true

module Kelvath
  module Ddl
    # What a query answers, and where it takes that from: its columns with the columns of tables that their values come
    # from (SQL:2016, 7.12 to 7.17). Never fails: what it cannot tell is named.
    #
    #   known = ->(parts) { { "tide" => [ [ "id", [ 1 ] ], [ "height", [ 2 ] ] ] }[parts.last] }
    #   Query.new("SELECT t.id, height * 2 AS double FROM tide t", known).columns.map(&:to_a)
    #   # => [["id", [1]], ["double", [2]]]
    class Query
      # name: "" where the query gives none; sources: what its values come from, as it is known; open: may there be more
      # that is not known?
      Column = Struct.new(:name, :sources, :open) do
        def joined(other) = Column.new(name, sources | other.sources, open || other.open)
      end
      # Something behind FROM. columns: [Column, …], nil if they are not known.
      Source = Struct.new(:name, :columns)
      # Where names are looked for: the Sources at hand, then those around them.
      Scope = Struct.new(:sources, :outer)

      DEEPEST = 60 # queries within one another
      TOGETHER = %w[union intersect except minus].freeze
      JOINS = %w[natural inner left right full outer cross join straight_join].freeze
      ENDS = %w[where group having order limit offset fetch window for connect start qualify option union intersect
                except minus into].freeze
      VALUES = %w[null true false end].freeze # words that a value can end with
      # Names that are no column's, wherever they stand.
      GIVEN = %w[sysdate systimestamp rownum rowid level user uid current_schema current_role getdate].to_set.freeze

      # unknown_tables, unknown_columns: names that could not be told, as they are written, in small letters.
      attr_reader :columns, :unknown_tables, :unknown_columns

      # known: a callable, the parts of a table's name in small letters -> [[column's name, sources], …], nil for one
      # that is not known.
      def initialize(text, known)
        @tokens = Lexer.tokens(text)
        @known = known
        @at = 0
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
        columns.each_with_index.map { |each, index| names&.[](index) ? each.dup.tap { |one| one.name = names[index] } : each }
      end

      def term(outer, named, depth)
        if take_symbol("(")
          query(outer, named, depth + 1).tap { take_symbol(")") }
        elsif take("select") then select(outer, named, depth)
        elsif take("table") then source_columns(name_parts, named)
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
        scope = Scope.new([], outer)
        from(scope, named, depth) if take("from")
        rest = @at
        pass_until(*TOGETHER)
        found = outputs(items, scope, named, depth)
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

      def take_joins
        before = @at
        take(*JOINS) while word?(*JOINS)
        @at > before
      end

      def conditions(scope, named, depth)
        from = @at
        pass_until(*JOINS, *ENDS, ",") until peek.nil? || symbol?(")") || symbol?(",") || word?(*JOINS, *ENDS) || !pass_on
        references(from...@at, scope, named, depth)
      end

      # One token, or all in brackets. Answers whether there was one.
      def pass_on
        return false if peek.nil?

        group? ? pass_group : @at += 1
        true
      end

      def source(scope, named, depth)
        take("lateral", "only")
        return bracketed(scope, named, depth) if group?
        return @at += 1 unless peek&.name?

        parts = name_parts
        columns = group? ? pass_group && nil : source_columns(parts, named)
        scope.sources << aliased(parts.last, columns)
      end

      def bracketed(scope, named, depth)
        ahead = 1
        ahead += 1 while symbol?("(", ahead)
        @at += 1
        if peek(ahead - 1)&.word?("select", "with", "values", "table")
          columns = query(scope, named, depth + 1)
          take_symbol(")")
          scope.sources << aliased("", columns)
        else
          from(scope, named, depth)
          take_symbol(")")
          take("as")
          @at += 1 if alias?
        end
      end

      def aliased(name, columns)
        take("as")
        if alias?
          name = peek.value
          @at += 1
          names = names_in_brackets if group?
        end
        pass_group if take("with") && group? # hints
        Source.new(name.downcase, columns && called(columns, names))
      end

      def alias? = peek && peek.name? && !(peek.type == :word && NameFinder::WORDS.include?(peek.value.downcase)) &&
                   !word?(*JOINS, *ENDS, "on", "using", "tablesample", "pivot", "unpivot", "with", "set", "when")

      def name_parts
        parts = [ peek.value.downcase ]
        @at += 1
        while symbol?(".") && peek(1)&.name?
          parts << peek(1).value.downcase
          @at += 2
        end
        parts
      end

      def source_columns(parts, named)
        return named[parts.first] if parts.one? && named.key?(parts.first)

        found = @known.call(parts)
        @unknown_tables << parts.join(".") unless found
        found&.map { |name, sources| Column.new(name, sources, false) }
      end

      # What stands between SELECT and FROM, as columns.
      def outputs(range, scope, named, depth)
        split(range).flat_map do |item|
          last = @tokens[item.max] if item.size.positive?
          next [] unless last

          last.symbol?("*") && star?(item) ? stars(item, scope) : [ output(item, scope, named, depth) ]
        end
      end

      def split(range)
        depth, from, found = 0, range.first, []
        range.each do |index|
          token = @tokens[index]
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          next unless depth.zero? && token.symbol?(",")

          found << (from...index)
          from = index + 1
        end
        found << (from...range.end)
      end

      def star?(item) = item.size == 1 || @tokens[item.max - 1].symbol?(".")

      def stars(item, scope)
        name = item.size > 2 ? @tokens[item.max - 2].value.downcase : nil
        sources = name ? scope.sources.select { |each| each.name == name } : scope.sources
        sources.flat_map do |source|
          next source.columns.each { |each| @used.merge(each.sources) } if source.columns

          [ Column.new("*", [], true) ]
        end
      end

      def output(item, scope, named, depth)
        named_at = alias_at(item)
        sources, open = references(named_at ? item.first...named_at : item, scope, named, depth)
        Column.new(named_at ? alias_text(@tokens[item.max]) : own_name(item), sources, open)
      end

      # Where the words begin that give it a name; nil if none do.
      def alias_at(item)
        return if item.size < 2

        last, before = @tokens[item.max], @tokens[item.max - 1]
        return item.max - 1 if before.word?("as") && (last.name? || last.type == :string)
        return unless last.name? && !reserved?(last)

        item.max if before.symbol?(")") || %i[string number quoted].include?(before.type) ||
                     (before.type == :word && (!reserved?(before) || before.word?(*VALUES)))
      end

      def reserved?(token) = token.type == :word && NameFinder::WORDS.include?(token.value.downcase)
      def alias_text(token) = token.type == :string ? token.value[1..].delete_suffix("'") : token.value

      # A column alone is called as it is.
      def own_name(item)
        last = @tokens[item.max]
        plain = item.size.odd? && item.each_with_index.all? do |index, place|
          place.odd? ? @tokens[index].symbol?(".") : @tokens[index].name?
        end
        plain ? last.value : ""
      end

      # [sources, may there be others?] of what an expression names.
      def references(range, scope, named, depth)
        found, open = [], false
        index = range.first
        while index < range.end
          token = @tokens[index]
          if token.symbol?("(") && @tokens[index + 1]&.word?("select", "with") && index + 1 < range.end
            columns, index = within(index + 1, scope, named, depth)
            columns.to_a.each { |each| found |= each.sources; open ||= each.open }
          elsif column?(index)
            parts, index = parts_at(index, range.end)
            sources, more = resolve(parts, scope)
            found |= sources
            open ||= more
          end
          index += 1
        end
        [ found, open ]
      end

      # A query within an expression: [its columns, where it ends].
      def within(index, scope, named, depth)
        back = @at
        @at = index
        columns = query(scope, named, depth + 1)
        ended = @at
        @at = back
        [ columns, ended ]
      end

      def column?(index)
        token, before, after = @tokens[index], (@tokens[index - 1] if index.positive?), @tokens[index + 1]
        return false unless token.name? && !after&.symbol?("(")
        return false if before&.symbol?("::") || before&.word?("as", "collate", "over")

        token.type == :quoted || (!reserved?(token) && !GIVEN.include?(token.value.downcase)) || after&.symbol?(".") ||
          (token.type == :word && NameFinder::UNITS.include?(token.value.downcase) && after&.type != :string &&
            !after&.word?("from") && !%i[string number].include?(before&.type))
      end

      def parts_at(index, ending)
        parts = [ @tokens[index].value.downcase ]
        while index + 2 < ending && @tokens[index + 1].symbol?(".") && @tokens[index + 2].name?
          parts << @tokens[index + 2].value.downcase
          index += 2
        end
        [ parts, index ]
      end

      def resolve(parts, scope)
        around = scope
        while around
          found = parts.one? ? unqualified(parts.first, around) : qualified(parts, around)
          return found.tap { |sources, _| @used.merge(sources) } if found

          around = around.outer
        end
        @unknown_columns << parts.join(".") unless GIVEN.include?(parts.last)
        [ [], true ]
      end

      def unqualified(name, scope)
        columns = scope.sources.filter_map { |source| column(source, name) }
        return [ columns.flat_map(&:sources).uniq, columns.any?(&:open) ] if columns.any?

        [ [], true ] if scope.sources.any? { |source| source.columns.nil? } # it may be one of theirs
      end

      def qualified(parts, scope)
        source = scope.sources.find { |each| each.name == parts[-2] } or return
        return [ [], true ] unless source.columns

        column(source, parts.last)&.then { |found| [ found.sources, found.open ] }
      end

      def column(source, name) = source.columns&.find { |each| each.name.casecmp?(name) }
    end
  end
end
