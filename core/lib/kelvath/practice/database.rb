# frozen_string_literal: true

module Kelvath
  module Practice
    # One database of a practice server. What it holds is what the reader of scripts makes of the statements that it has
    # taken; these are all that has to be kept.
    class Database
      ROWS = /\A\s*(?:INSERT|UPDATE|DELETE|MERGE|COMMIT|ROLLBACK|SET|PRINT|SELECT|ALTER\s+SESSION)\b/i # none are kept
      DROPPED = /\A\s*DROP\s+TABLE\s+(?:IF\s+EXISTS\s+)?((?:["`\[]?\w+["`\]]?\.)*["`\[]?\w+["`\]]?)/i
      REPLACES = /\A\s*CREATE\s+OR\s+(?:REPLACE|ALTER)\b/i
      ASKS_FIRST = /\A\s*(?:IF|BEGIN|DECLARE)\b|\bIF\s+NOT\s+EXISTS\b/i # it makes nothing where something is there

      # What can be made, as far as practice goes.
      MADE = %w[table view index sequence schema database type domain synonym procedure proc function trigger package
                role user login stage pipe stream task format warehouse policy macro rule statistics columnstore
                event extension directory profile tablespace server publication aggregate library].freeze

      # What it has taken, in order: [[schema that was at hand or nil, statement], …]
      attr_reader :statements

      # platform: a Platform; statements: what it took before, as #statements has it.
      def initialize(platform, statements: [])
        @platform = platform
        restore(statements.dup)
      end

      # The database as a script would make it. platform: a Platform; texts: its statements.
      def self.of(platform, texts)
        new(platform).tap { |made| texts.reduce(nil) { |schema, sql| made.run(sql, schema:).last } }
      end

      # Takes one statement, or raises Refused and is as it was. schema: the one that is at hand. Answers whether it
      # changes the catalog, and the schema that is at hand after it.
      def run(sql, schema: nil)
        return [ false, schema ] if sql.match?(ROWS)
        return [ false, used(sql, schema) ] if sql.match?(/\A\s*USE\b/i)

        alone = apart(sql, schema)
        return [ false, schema ] if there_already?(sql, alone)

        check(sql, alone)
        take(sql, schema)
        @statements << [ schema, sql ]
        [ true, @grammar.state.schema ]
      end

      # What it holds, as an Intake::Catalog.
      def catalog
        @catalog ||= begin
          grammar = grammar_of(Reading::Log.new)
          @statements.each { |schema, sql| read(grammar, sql, schema) }
          grammar.catalog
        end
      end

      # Rows of a catalog question (SQL as it is asked). schema: the one that is at hand; role: of whoever asks. Raises
      # Refused for any other question.
      def ask(sql, schema: nil, role: "")
        practice.new(@platform, seen(role), schema:, role:).rows(sql) or
          raise Refused, "A practice server answers the catalog's questions, and no others."
      end

      # Is there a schema of that name?
      def schema?(name) = name.casecmp?(practice::HOME) || state.schemas.each_key.any? { |each| each.casecmp?(name) }

      # Takes back what was taken since it held so many statements.
      def back_to(count) = restore(@statements.first(count))

      private

      def practice = @platform.practice
      def refuse(fault) = raise(Refused, practice.words(fault))

      def restore(statements)
        @catalog = nil
        @log = Reading::Log.new
        @grammar = grammar_of(@log)
        @statements = statements
        statements.each { |schema, sql| read(@grammar, sql, schema) }
      end

      def grammar_of(log)
        dialect = @platform.dialect
        state = Reading::State.new(dialect)
        state.database = practice::HOME if dialect.schema_is_database?
        Reading::Grammar.new(dialect, state, log)
      end

      def read(grammar, sql, schema)
        grammar.state.schema = schema
        source = Reading::Source.new(name: "", text: ended(sql))
        Reading::Statements.new(source, @platform.dialect, grammar.log).each { |statement| grammar.read(statement) }
      end

      # As a script has it.
      def ended(sql)
        text = sql.strip
        batch = @platform.dialect.batch_end
        return "#{text}\n#{batch}\n" if batch

        text.end_with?(";", "/") ? "#{text}\n" : "#{text};\n"
      end

      # The schema that is at hand after USE.
      def used(sql, schema)
        grammar = grammar_of(Reading::Log.new)
        read(grammar, sql, schema)
        found = grammar.state.schema
        found.nil? || schema?(found) ? found : refuse(:place)
      end

      # The Catalog of one statement.
      def apart(sql, schema)
        grammar = grammar_of(Reading::Log.new)
        read(grammar, sql, schema)
        grammar.catalog
      end

      def take(sql, schema)
        @catalog = nil
        from = @log.remarks.size
        read(@grammar, sql, schema)
        fault = @log.remarks.drop(from).find { |each| each.level == :warning }
        take_back("#{practice.words(:wrong)} (#{fault.message})") if fault
        take_back(practice.words(:lacking)) if refers?(sql) && astray?
      end

      def take_back(words)
        restore(@statements)
        raise Refused, words
      end

      def made(alone) = [ *alone.tables, *alone.views, *alone.sequences, *alone.routines ]

      def there_already?(sql, alone)
        things = made(alone)
        sql.match?(ASKS_FIRST) && things.any? && things.all? { |thing| there.include?(title(thing)) }
      end

      def check(sql, alone)
        words = sql[/\A\s*CREATE\s+((?:\w+\s+){1,6})/i, 1]
        refuse(:wrong) if words && (words.downcase.split & MADE).empty?
        refuse(:doubled) if !sql.match?(REPLACES) && made(alone).any? { |thing| there.include?(title(thing)) }
        alone.tables.each { |table| check_columns(table) }
        check_drop(sql) if sql.match?(/\A\s*DROP\s+TABLE\b/i)
      end

      def check_drop(sql)
        name = sql[DROPPED, 1].to_s.split(".").last.to_s.delete('"`[]')
        refuse(:lacking) unless sql.match?(/\bIF\s+EXISTS\b/i) || state.tables.values.any? { |each|
 called?(each, name) }
        refuse(:needed) if practice::REFUSALS.key?(:needed) && !sql.match?(/\bCASCADE\b/i) && needed?(name)
      end

      def called?(thing, name) = thing.name.casecmp?(name)

      def check_columns(table)
        [ table, *table.columns ].each do |named|
          refuse(:long) if @platform.identifier_limit && @platform.length_of(named.name) > @platform.identifier_limit
        end
        own = state.domains.each_value.map { |each| each.name.downcase }
        table.columns.each do |column|
          next if own.include?(column.native_type.to_s.downcase)

          refuse(:type) if @platform.type_fault(@platform.read_type(column.native_type))
        end
      end

      def state = @grammar.state

      # Titles of all that is there, in small letters.
      def there
        [ state.tables, state.views, state.sequences ].flat_map(&:values).to_set { |thing| title(thing) }
      end

      def title(thing) = thing.place.compact.reject { |each| each.casecmp?(practice::HOME) }.join(".").downcase

      # Does another table refer to the one that is dropped?
      def needed?(name)
        state.tables.each_value.any? do |table|
          !called?(table, name) && table.foreign_keys.any? { |key| key.target_table.casecmp?(name) }
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

      # What a role sees of what there is.
      def seen(role)
        schemas = practice::ROLES.fetch(role, {})[:sees] or return catalog
        there = ->(thing) { schemas.include?(thing.schema || practice::HOME) }
        whole = catalog
        Intake::Catalog.new(tables: whole.tables.select(&there), views: whole.views.select(&there),
                            schemas: whole.schemas.select { |each| schemas.include?(each.name) },
                            sequences: whole.sequences.select(&there), routines: whole.routines.select(&there),
                            domains: whole.domains.select(&there), pieces: [], version: whole.version)
      end
    end
  end
end
