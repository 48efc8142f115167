# frozen_string_literal: true

module Kelvath
  module Reading
    # What is there after the statements that were read so far: what counts of a script is what it leaves behind. Holds
    # Intake::Catalog values, which are changed in place.
    class State
      include Owning

      Catalog = Intake::Catalog

      # live: is it a database's, where nothing is made that is there already? In a script what is said last counts.
      attr_writer :live
      def live? = @live || false

      # schema: where names without one belong, nil for the first; database: the one that is in use; tablespace: where
      # things are kept that do not say it.
      attr_accessor :schema, :database, :tablespace
      attr_reader :tables, :views, :sequences, :enumerations, :domains, :routines, :schemas, :roles, :pieces, :owned,
                  :lines, :rows, :copies

      def initialize(dialect)
        @dialect = dialect
        @tables, @views, @sequences, @enumerations, @routines, @schemas = {}, {}, {}, {}, {}, {}
        @domains, @roles = {}, {}
        # { sequence => [table, column], as Names where they were not there yet }
        @owned = {}.compare_by_identity
        @pieces = [] # [Catalog::Piece, …]
        @lines = {}.compare_by_identity # { what was made => [source, line] }
        # { a table => [the table whose rows it took, [[its column, the column whose values that took], …]] }
        @copies = {}.compare_by_identity
        @rows = {} # { title of a table => [source, line] of the first statement that fills it }
      end

      # The place of a Name, in the schema at hand unless it names one.
      def place(name)
        return name.place if name.schema.nil? && name.key.first.nil? && schema.nil?

        own = name.schema || (name.key.first ? nil : schema)
        [ own == database && own ? nil : own, name.name ]
      end

      # What it is looked up by.
      def key(name)
        schema = place(name).first
        [ schema && (name.key.first || @dialect.key_of(schema, quoted: true)), name.key.last ]
      end

      # The one of a kind (:tables, :views …) that a Name means; a name without a schema may mean the only one of its
      # name. nil for none.
      def find(kind, name)
        list = public_send(kind)
        list[key(name)] || (name.schema ? nil : alone(list, name))
      end

      # Adds one under its name.
      def add(kind, name, thing, source, line)
        @lines[thing] = [ source, line ]
        declare(place(name).first)
        public_send(kind)[key(name)] = thing
      end

      # Takes the one of a kind that a Name means away. Answers it, or nil.
      def remove(kind, name)
        list = public_send(kind)
        found = find(kind, name) or return
        list.delete_if { |_, each| each.equal?(found) }
        found
      end

      # A copy of one of a kind, in its place.
      def anew(kind, thing)
        key = public_send(kind).key(thing)
        @lines[copy = thing.dup] = @lines[thing]
        public_send(kind)[key] = copy
      end

      # A schema that something is in is there.
      def declare(schema, comment: nil)
        return if schema.nil?

        known = @schemas[schema] ||= Catalog::Schema.new(name: schema, comment: "")
        known.comment = comment if comment
      end

      # Gives something another name or schema.
      def move(kind, from, place, key)
        found = remove(kind, from) or return
        old = found.place
        follower.table(found, place) if %i[tables views].include?(kind)
        table_called_otherwise(found, place) if kind == :tables
        found.schema, found.name = place
        declare(place.first)
        public_send(kind)[key] = found
        follow(old, place) if kind == :tables
        sequences_moved(found, old) if kind == :tables
        counters(found, old) if kind == :sequences
        found
      end

      # A column of a table by its name, however it is written: the Catalog::Column, or nil.
      def column(table, name)
        wanted = @dialect.column_key(name)
        table.columns.find { |column| @dialect.column_key(column.name) == wanted }
      end

      # A table's index by its name, with the table: [table, index], or nil.
      def index(name, table = nil)
        (table ? [ table ] : @tables.each_value).each do |each|
          found = each.indexes.find { |index| same?(index.name, name) }
          return [ each, found ] if found
        end
        nil
      end

      # A constraint of a table by its name: [the list that it is in, itself], or nil.
      def constraint(table, name)
        [ table.keys, table.foreign_keys, table.checks, table.clauses ].each do |list|
          found = list.find { |each| same?(each.name, name) }
          return [ list, found ] if found
        end
        nil
      end

      # Are two names of columns the same to the platform?
      def same?(one, other) = @dialect.column_key(one.to_s) == @dialect.column_key(other.to_s)

      # Renames a column wherever a list of columns names it. Answers it, or nil.
      def rename_column(table, from, to)
        column = column(table, from) or return
        was = column.name
        follower.column(table, was, to)
        called_otherwise(column, was)
        @dialect.called_otherwise(table, column)
        column.name = to
        lists_of(table).each { |list| list.map! { |each| same?(each, was) ? to : each } }
        @tables.each_value do |other|
          other.foreign_keys.each do |key|
            key.target_columns = key.target_columns.map { |each| same?(each, was) ? to : each } if
              key.target == table.place
          end
        end
        column
      end

      # What columns are of has another place, [schema, name].
      def retype(was, place)
        fresh = place.compact.map { |part| @dialect.platform.quote(part) }.join(".")
        @tables.each_value do |table|
          table.columns.each do |column|
            name, rest = column.native_type.match(/\A((?:"[^"]*"|[\w$]+)(?:\.(?:"[^"]*"|[\w$]+))*)(.*)\z/m)&.captures
            parts = name.to_s.scan(/"[^"]*"|[\w$]+/).map { |part| part.delete('"').downcase }
            next if parts.empty? || was.compact.map(&:downcase).last(parts.size) != parts

            column.native_type = "#{fresh}#{rest}"
          end
        end
      end

      # Takes a column away, and what cannot be without it.
      def drop_column(table, name)
        column = column(table, name) or return
        table.columns.delete(column)
        owned_by { |_, each| each.equal?(column) }.each { |sequence| leave(sequence) }
        @dialect.column_dropped(table, column)
        gone = ->(columns) { columns.any? { |each| same?(each, column.name) } }
        table.keys.reject! { |key| gone.(key.columns) }
        table.foreign_keys.reject! { |key| gone.(key.columns) }
        table.indexes.reject! { |index| gone.(index.columns) || @dialect.mentions?(index.expression, column.name) }
        table.checks.reject! { |check| @dialect.mentions?(check.condition, column.name) && @dialect.drops_checks? }
        column
      end

      private

      def follower = Followers.new(@dialect, @tables.values, @views.values)

      # What it was called before is kept with it: by that it is known as the same.
      def called_otherwise(thing, was) = thing.former = [ *thing.former, was ]

      # A table is about to have another place; what counts for its columns keeps its name.
      def table_called_otherwise(table, place)
        called_otherwise(table, table.title) if table.name != place.last
        table.columns.each { |column| @dialect.called_otherwise(table, column) }
      end

      def alone(list, name)
        found = list.select { |(_, key), _| key == name.key.last }
        found.size == 1 ? found.values.first : nil
      end

      def lists_of(table)
        table.keys.map(&:columns) + table.foreign_keys.map(&:columns) +
          table.indexes.flat_map { |index| [ index.columns, index.descending, index.included ].compact }
      end

      def follow(old, place)
        @tables.each_value do |table|
          table.foreign_keys.each { |key| key.target_schema, key.target_table = place if key.target == old }
        end
      end
    end
  end
end
