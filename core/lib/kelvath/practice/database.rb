# frozen_string_literal: true

module Kelvath
  module Practice
    # One database of a practice server. What it holds is what the reader of scripts makes of the statements that it has
    # taken; these are all that has to be kept.
    class Database
      ROWS = /\A\s*(?:INSERT|UPDATE|DELETE|MERGE|COMMIT|ROLLBACK|SET|ALTER\s+SESSION)\b/i # no rows are kept
      DROPPED = /\A\s*DROP\s+TABLE\s+(?:IF\s+EXISTS\s+)?["`\[]?(?:\w+["`\]]?\.["`\[]?)?(\w+)/i
      REPLACES = /\A\s*CREATE\s+OR\s+REPLACE\b/i

      # The statements that it has taken, in order.
      attr_reader :statements

      # platform: a Platform; home: the schema that needs no name; statements: what it took before.
      def initialize(platform, home:, statements: [])
        @platform = platform
        @home = home
        restore(statements.dup)
      end

      # Takes one statement, or raises Refused and is as it was. Answers whether it changes the catalog.
      def run(sql)
        return false if sql.match?(ROWS)

        alone = Reading.read([ Reading::Source.new(name: "", text: "#{sql}\n") ], platform: @platform).catalog
        check(sql, alone)
        from = @log.remarks.size
        read(sql)
        fault = @log.remarks.drop(from).find { |each| each.level == :warning }
        take_back(fault ? "#{words(fault)} (#{fault.message})" : words(:lacking)) if fault || (refers?(sql) && astray?)
        @statements << sql
        true
      end

      # What it holds, as an Intake::Catalog.
      def catalog
        Reading.read([ Reading::Source.new(name: "", text: @statements.map { |sql| ended(sql) }.join) ],
                     platform: @platform).catalog
      end

      # What a server says of something; fault: a key of the platform's REFUSALS.
      def words(fault) = @platform.class::REFUSALS.then { |known| known.fetch(fault) { known.fetch(:wrong) } }

      # Rows of a catalog question (SQL as it is asked). Raises Refused for any other.
      def ask(sql)
        ToldByStatements.new(@platform, catalog, @home).rows(sql) or
          raise Refused, "A practice server answers the catalog's questions, and no others."
      end

      private

      def restore(statements)
        dialect = @platform.dialect
        @log = Reading::Log.new
        @grammar = Reading::Grammar.new(dialect, Reading::State.new(dialect), @log)
        @statements = []
        statements.each { |sql| read(sql) && @statements << sql }
      end

      def read(sql)
        source = Reading::Source.new(name: "", text: ended(sql))
        Reading::Statements.new(source, @platform.dialect, @log).each { |statement| @grammar.read(statement) }
        true
      end

      def ended(sql)
        text = sql.strip
        text.end_with?(";", "/") ? "#{text}\n" : "#{text};\n"
      end

      def take_back(words)
        restore(@statements)
        raise Refused, words
      end

      def refuse(fault) = raise(Refused, words(fault))

      def check(sql, alone)
        made = [ *alone.tables, *alone.views, *alone.sequences, *alone.routines ]
        refuse(:doubled) if !sql.match?(REPLACES) && made.any? { |thing| there.include?(title(thing)) }
        alone.tables.each { |table| check_columns(table) }
        check_drop(sql) if sql.match?(/\A\s*DROP\s+TABLE\b/i)
      end

      def check_drop(sql)
        name = sql[DROPPED, 1].to_s
        tables = state.tables.values
        refuse(:lacking) unless sql.match?(/\bIF\s+EXISTS\b/i) || tables.any? { |table| table.name.casecmp?(name) }
        refuse(:needed) if !sql.match?(/\bCASCADE\b/i) && needed?(name)
      end

      def check_columns(table)
        [ table, *table.columns ].each do |named|
          refuse(:long) if @platform.identifier_limit && @platform.length_of(named.name) > @platform.identifier_limit
        end
        table.columns.each do |column|
          refuse(:type) if @platform.type_fault(@platform.read_type(column.native_type))
        end
      end

      def state = @grammar.state

      # Titles of all that is there, in small letters.
      def there
        [ state.tables, state.views, state.sequences ].flat_map(&:values).to_set { |thing| title(thing) }
      end

      def title(thing) = thing.place.compact.reject { |each| each.casecmp?(@home) }.join(".").downcase

      # Does another table refer to the one that is dropped?
      def needed?(name)
        state.tables.each_value.any? do |table|
          !table.name.casecmp?(name) && table.foreign_keys.any? { |key| key.target_table.casecmp?(name) }
        end
      end

      def refers?(sql) = sql.match?(/\bREFERENCES\b/i)

      # Does a foreign key lead to a table that is not there?
      def astray?
        names = state.tables.each_value.to_set { |table| table.name.downcase }
        state.tables.each_value.any? do |table|
          table.foreign_keys.any? { |key| !names.include?(key.target_table.downcase) }
        end
      end
    end
  end
end
