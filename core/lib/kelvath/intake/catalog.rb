# frozen_string_literal: true

module Kelvath
  module Intake
    # What a database says of itself, as plain values; the same for every platform.
    class Catalog
      # level: :note, :warning; object: what it is about; message: what was met and what became of it.
      # file, line and column (both from 1) of what comes from a script.
      Remark = Struct.new(:level, :object, :message, :file, :line, :column, keyword_init: true)
      # Where tables and views stand: schema is nil for what is in the schema that a connection begins with.
      module Placed
        # [schema or nil, name]
        def place = [ schema, name ]

        # As people read it: "harbour.quay".
        def title = place.compact.join(".")
      end

      Schema = Struct.new(:name, :comment, keyword_init: true)
      Table = Struct.new(:schema, :name, :comment, :columns, :keys, :foreign_keys, :checks, :clauses, :indexes,
                         :triggers, :options, :rows, :bytes, :former, :part_of, :bounds, :inherits,
                         keyword_init: true) { include Placed }
      # inherits: the Tables whose columns and checks one has, too, nil for none.
      # part_of: the Table of which one is a partition, bounds: which rows are in it, as text.
      # rows, bytes of a table: by the server's statistics, nil if it has none; former: what it, or a column, was called
      # before in what was read.
      # columns: those within it, of a record; computed: the expression it is computed from, stored: kept in the row;
      # options: { name => value }.
      Column = Struct.new(:name, :native_type, :mandatory, :identity, :default_value, :computed, :stored, :comment,
                          :options, :columns, :former,
                          keyword_init: true)
      Key = Struct.new(:name, :primary, :columns, :options, keyword_init: true)
      ForeignKey = Struct.new(:name, :columns, :target_schema, :target_table, :target_columns, :on_delete, :on_update,
                              :options,
                              keyword_init: true) do
        # The place of the table it leads to.
        def target = [ target_schema, target_table ]

        # The table that a foreign key points at, as people read it.
        def target_title = target.compact.join(".")
      end
      Check = Struct.new(:name, :condition, :options, keyword_init: true)
      # A part of a table that is kept as text.
      Clause = Struct.new(:name, :text, keyword_init: true)
      # included: columns that are kept in it and not sought by; condition: of the rows in it, "" for all.
      Index = Struct.new(:name, :unique, :columns, :descending, :included, :condition, :expression, :options,
                         keyword_init: true)
      View = Struct.new(:schema, :name, :column_names, :query, :comment, :options, keyword_init: true) do
        include Placed
      end

      # What runs when rows are written, and what can be called: whole statements.
      Trigger = Struct.new(:name, :text, keyword_init: true)
      Routine = Struct.new(:schema, :name, :text, keyword_init: true) { include Placed }
      # values: the texts that a type of its own lists, in order.
      Enumeration = Struct.new(:schema, :name, :values, :comment, keyword_init: true) { include Placed }
      # A type of its own that is another one with rules. native_type: the other one, as text; checks: conditions on
      # VALUE. Designs keep it as a Piece; the logical side has it as a domain.
      Domain = Struct.new(:schema, :name, :native_type, :mandatory, :default_value, :checks, :comment,
                          keyword_init: true) { include Placed }
      # What no design holds, as a script says it; place: "before" everything else or "after" it.
      Piece = Struct.new(:text, :place, keyword_init: true)
      # first, step, least, most: whole numbers, nil where the platform's own stand.
      Sequence = Struct.new(:schema, :name, :first, :step, :least, :most, :cycles, :comment, keyword_init: true) do
        include Placed
      end

      # Somebody, or a group, that has rights. A Grant's on: the Table, View, Sequence, Routine or Schema; privileges:
      # words in small letters, "all" for all that there are.
      Role = Struct.new(:name, :grants, keyword_init: true)
      Grant = Struct.new(:on, :privileges, :passes_on, keyword_init: true)

      # version: the platform's, as it says it ("15"); nil if it does not.
      attr_reader :version, :schemas, :tables, :views, :enumerations, :domains, :sequences, :routines, :pieces, :roles,
                  :partitions, :log

      def initialize(tables:, views:, schemas: [], enumerations: [], domains: [], sequences: [], routines: [],
                     pieces: [], roles: [], partitions: [], version: nil, log: [])
        @version = version
        @schemas = schemas
        @tables = tables
        @views = views
        @enumerations = enumerations
        @domains = domains
        @sequences = sequences
        @routines = routines
        @pieces = pieces
        @roles = roles
        @partitions = partitions
        @log = log
      end
    end
  end
end
