# frozen_string_literal: true

module Kelvath
  module Platforms
    # Reads the schemas of a PostgreSQL database from pg_catalog, "public" as the one that needs no name. What it cannot
    # take in is in the log.
    class Postgresql::CatalogReader < Intake::CatalogReader
      extend Postgresql::Asking
      include Postgresql::Rights
      include Postgresql::Beside

      Queries = Postgresql::Queries
      Catalog = Intake::Catalog

      # What a questionnaire asks: { name => [SQL, columns that an answer must have] }
      QUESTIONS = {
        "version" => [ Queries::VERSION, %w[version] ], "list" => [ Queries::LIST, %w[id schema name kind] ],
        "places" => [ Queries::PLACES, %w[oid schema name] ],
        "relations" => [ Queries::RELATIONS, %w[oid schema name kind persistence] ],
        "columns" => [ Queries::COLUMNS, %w[oid name type mandatory default_value] ],
        "constraints" => [ Queries::CONSTRAINTS, %w[oid name type columns target targets text condition] ],
        "indexes" => [ Queries::INDEXES, %w[oid name unique columns sought options method text special] ],
        "triggers" => [ Queries::TRIGGERS, %w[oid name text] ], "schemas" => [ Queries::SCHEMAS, %w[name comment] ],
        "enumerations" => [ Queries::ENUMERATIONS, %w[schema name texts] ],
        "domains" => [ Queries::DOMAINS, %w[schema name type checks] ],
        "sequences" => [ Queries::SEQUENCES, %w[schema name first step] ],
        "routines" => [ Queries::ROUTINES, %w[schema name text] ],
        "rights" => [ Postgresql::Rights::RIGHTS, %w[sort schema name role privileges passes_on whole] ],
        "kept" => [ Postgresql::Rights::KEPT, %w[role text] ],
        "beside" => [ Postgresql::Beside::TEXTS, %w[what name text place] ], "rest" => [ Queries::REST, %w[what name] ]
      }.freeze
      ACTIONS = { "a" => "no action", "r" => "restrict", "c" => "cascade", "n" => "set null",
                  "d" => "set default" }.freeze
      TRUE_TEXT = [ true, "t" ].freeze

      # The Catalog.
      def read
        settle
        relations = ask(Queries::RELATIONS)
        @places = (@scope ? @query.call(Queries::PLACES) : relations)
                  .to_h { |row| [ row["oid"].to_i, [ row["schema"], row["name"] ] ] }
        @columns, @constraints, @indexes, @triggers = [ Queries::COLUMNS, Queries::CONSTRAINTS, Queries::INDEXES,
                                                        Queries::TRIGGERS ].map { |sql| rows(sql) }
        kinds = relations.group_by { |row| row["kind"] }
        tables = kinds.values_at("r", "p").compact.flatten.sort_by { |row| [ row["schema"].to_s, row["name"] ] }
        found = tables.each_with_index.map { |row, index| table(row, index, tables.size) }
        stores, partitions = partitioned(tables, found)
        views = kinds.values_at("v", "m").compact.flatten.map { |row| view(row) }
        kinds.fetch("f", []).each { |row| remark(title(row), "This foreign table is not taken in.") }
        made = { schemas:, sequences:, routines: }
        roles, kept = rights(relations: found + views + made[:sequences], **made.slice(:schemas, :routines))
        untaken { @query.call(Queries::REST) }
        Catalog.new(version: @query.call(Queries::VERSION).first["version"], tables: stores, partitions:, views:,
                    enumerations:, domains:, roles:, **made, log: @log,
                    pieces: pieces + @divided.pieces + beside + kept)
      end

      private

      def ask(sql) = @query.call(scoped(sql))
      def settle = @settled ||= @query.call(Queries::PATH)

      # [Intake::Item, …]
      def listed
        settle
        @listed ||= @query.call(Queries::LIST).map do |row|
          Intake::Item.new(kind: row["kind"], schema: row["schema"], name: row["name"], owner: row["owner"],
                           rows: row["rows"]&.to_i, bytes: row["bytes"]&.to_i, readable: true?(row["readable"]),
                           id: row["id"].to_i)
        end
      end

      def rows(sql) = rows_by("oid", sql, &:to_i)
      def true?(value) = TRUE_TEXT.include?(value)
      def texts(text) = text.is_a?(String) ? JSON.parse(text) : text.to_a

      def title(row) = [ row["schema"], row["name"] ].compact.join(".")

      def schemas
        wanted = taken.to_set(&:schema) if @scope
        @query.call(Queries::SCHEMAS).select { |row| wanted.nil? || wanted.include?(row["name"]) }
              .map { |row| Catalog::Schema.new(name: row["name"], comment: row["comment"].to_s) }
      end

      def table(row, index, total)
        @progress.step(index, total, "reading table #{title(row)}")
        oid = row["oid"].to_i
        constraints = @constraints.fetch(oid, []).group_by { |constraint| constraint["type"] }
        foreign, elsewhere = constraints.fetch("f", []).partition { |each| @places.key?(each["target"].to_i) }
        elsewhere.each do |each|
          remark("#{title(row)}.#{each['name']}", "This foreign key leads to the system's own; it is kept as text.")
        end
        clauses = (constraints.fetch("x", []) + elsewhere).map do |each|
          Catalog::Clause.new(name: each["name"], text: each["text"])
        end
        Catalog::Table.new(schema: row["schema"], name: row["name"], comment: row["comment"].to_s,
                           columns: columns(row),
                           keys: constraints.fetch_values("p", "u") { [] }.flatten.map { |each| key(each) },
                           foreign_keys: foreign.map { |each| foreign_key(each) }, clauses:, indexes: indexes(oid),
                           checks: checks(row, constraints.fetch("c", [])), triggers: triggers(oid),
                           options: table_options(row), rows: row["rows"]&.to_i, bytes: row["bytes"]&.to_i)
      end

      # [tables, partitions]
      def partitioned(rows, tables)
        known = rows.map { |row| row["oid"].to_i }.zip(tables).to_h
        rows.zip(tables).each do |row, table|
          table.part_of = known[row["whole"].to_i] if row["whole"]
          table.bounds = row["bounds"] if table.part_of
          table.inherits = inherited(row, known) if row["parents"]
        end
        @divided = Intake::Partitions.new(tables) { |_, object, message| remark(object, message) }
        @divided.parted
      end

      def inherited(row, known)
        parents = texts(row["parents"]).map(&:to_i)
        (parents - known.keys).each do |oid|
          parent = @places[oid].to_a.compact.join(".")
          remark(title(row), "It inherits from #{parent}, which is not read: it is taken in as a table of its own, " \
                             "without the checks that it has from there.")
        end
        parents.filter_map { |oid| known[oid] }
      end

      def triggers(oid)
        @triggers.fetch(oid, []).map { |row| Catalog::Trigger.new(name: row["name"], text: row["text"]) }
      end

      def routines
        ask(Queries::ROUTINES).map do |row|
          Catalog::Routine.new(schema: row["schema"], name: row["name"], text: row["text"].strip)
        end
      end

      def enumerations
        ask(Queries::ENUMERATIONS).map do |row|
          Catalog::Enumeration.new(schema: row["schema"], name: row["name"], values: texts(row["texts"]),
                                   comment: row["comment"].to_s)
        end
      end

      def domains
        @domains ||= ask(Queries::DOMAINS).map do |row|
          checks = texts(row["checks"]).map { |text| text[/\ACHECK \((.*)\)(?: NOT VALID)?\z/m, 1] || text }
          Catalog::Domain.new(schema: row["schema"], name: row["name"], native_type: row["type"],
                              mandatory: true?(row["mandatory"]), default_value: row["default"].to_s, checks:,
                              comment: row["comment"].to_s)
        end
      end

      # Designs keep domains as text.
      def pieces
        domains.map do |each|
          remark("domain #{each.title}", "It is kept as text: designs do not hold such things yet.")
          Catalog::Piece.new(text: domain_text(each), place: "before")
        end
      end

      def domain_text(domain)
        name = domain.place.compact.map { |part| %("#{part.gsub('"', '""')}") }.join(".")
        [ "CREATE DOMAIN #{name} AS #{domain.native_type}", ("NOT NULL" if domain.mandatory),
          ("DEFAULT #{domain.default_value}" unless domain.default_value.empty?),
          *domain.checks.map { |check| "CHECK (#{check})" } ].compact.join(" ")
      end

      # What the platform takes anyway is not said.
      def sequences
        ask(Queries::SEQUENCES).map do |row|
          first, step, least, most = row.values_at("first", "step", "least", "most").map { |value| value&.to_i }
          Catalog::Sequence.new(schema: row["schema"], name: row["name"], first: (first unless first == 1),
                                step: (step unless step == 1), least:, most:, cycles: true?(row["cycles"]),
                                comment: row["comment"].to_s)
        end
      end

      def view(row)
        Catalog::View.new(schema: row["schema"], name: row["name"], query: row["query"].to_s.strip.delete_suffix(";"),
                          comment: row["comment"].to_s,
                          options: view_options(row))
      end

      # Options of a table as the catalog keeps them, by the names they have here.
      def table_options(row)
        way, of = row["parted"].to_s.match(/\A(\w+) \((.*)\)\z/m)&.captures
        { "unlogged" => (true if row["persistence"] == "u"),
          ("partition by #{way.downcase}" if way) => of, **storage(row) }.compact.except(nil)
      end

      def view_options(row)
        settings = settings(row)
        { "materialized" => (true if row["kind"] == "m"),
          "security barrier" => (true if settings["security_barrier"] == "true"),
          "check option" => settings["check_option"] }.compact
      end

      def storage(row)
        { "fill factor" => settings(row)["fillfactor"]&.to_i, "tablespace" => row["tablespace"] }.compact
      end

      def settings(row) = texts(row["settings"]).to_h { |text| text.split("=", 2) }

      def columns(table)
        @columns.fetch(table["oid"].to_i, []).map do |row|
          generated = !row["generated"].to_s.empty?
          serial = serial?(table, row)
          Catalog::Column.new(name: row["name"], native_type: row["type"], mandatory: true?(row["mandatory"]),
                              identity: serial || identity?(row),
                              default_value: generated || serial ? "" : row["default_value"].to_s,
                              computed: (row["default_value"].to_s if generated), stored: row["generated"] == "s",
                              comment: row["comment"].to_s, options: column_options(table, row, serial))
        end
      end

      def identity?(row) = !row["identity"].to_s.empty?

      def column_options(table, row, serial)
        { "collation" => row["collation"], "numbering" => ("always" if row["identity"] == "a"),
          "numbered by" => (counter(table, row) if serial || identity?(row)) }.compact
      end

      # The sequence by which a column counts; nil if it is called as the server would call it.
      def counter(table, row)
        name = [ row["counter"], ("#{row['counter_schema']}." unless row["counter_schema"] == table["schema"]) ]
        name = name.reverse.compact.join
        name unless name == Postgresql::GivenNames.name(:sequence, table: table["name"], columns: [ row["name"] ])
      end

      # Numbered by a sequence of its own, the older way to say identity.
      def serial?(table, row)
        return false unless row["counter"] && row["default_value"] == "nextval(#{row['counter_text']}::regclass)"

        remark("#{title(table)}.#{row['name']}",
             "It is numbered by the sequence #{row['counter']}; it is taken in as an identity column.")
        true
      end

      def key(row)
        Catalog::Key.new(name: row["name"], primary: row["type"] == "p", columns: texts(row["columns"]),
                         options: { **deferral(row), **alike(row) })
      end

      def alike(row) = true?(row["alike"]) || row["alike"] == "true" ? { "nulls not distinct" => true } : {}

      def foreign_key(row)
        told = { "match full" => row["match"] == "f", "not valid" => !true?(row["validated"]) }.filter { |_, said|
 said }
        target_schema, target_table = @places.fetch(row["target"].to_i)
        Catalog::ForeignKey.new(name: row["name"], columns: texts(row["columns"]), target_schema:, target_table:,
                                target_columns: texts(row["targets"]), on_delete: ACTIONS.fetch(row["on_delete"]),
                                on_update: ACTIONS.fetch(row["on_update"]), options: { **deferral(row), **told })
      end

      def deferral(row)
        return {} unless true?(row["deferrable"])

        { "deferrable" => true?(row["deferred"]) ? "initially deferred" : "yes" }
      end

      def checks(table, rows)
        rows.each do |row|
          unless true?(row["validated"])
            remark("#{title(table)}.#{row['name']}",
                 "It is not validated for the rows that were there before; that is left out.")
          end
        end
        rows.map do |row|
          Catalog::Check.new(name: row["name"], condition: row["condition"],
                             options: true?(row["alone"]) ? { "no inherit" => true } : {})
        end
      end

      def indexes(oid)
        @indexes.fetch(oid, []).map do |row|
          special = true?(row["special"])
          columns, included = special ? [ [], [] ] : parted(texts(row["columns"]), row["sought"].to_i)
          descending = columns.zip(row["options"].split(",")).select { |_, option| option.to_i.odd? }.map(&:first)
          Catalog::Index.new(name: row["name"], unique: true?(row["unique"]), columns:, descending:,
                             included:, condition: special ? "" : row["condition"].to_s,
                             expression: special ? index_text(row["text"]) : "",
                             options: special ? {} : index_options(row))
        end
      end

      def parted(columns, sought) = [ columns.first(sought), columns.drop(sought) ]

      def index_options(row)
        { "method" => (row["method"] unless row["method"] == "btree"), **alike(row), **storage(row) }.compact
      end

      # From ON onwards, without the schema.
      def index_text(text) = text[/\bON\b.*\z/m].sub(/\AON (?:ONLY )?public\./, "ON ")
    end
  end
end
