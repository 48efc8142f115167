# frozen_string_literal: true

require_relative "queries"
require_relative "asking"

module Kelvath
  module Platforms
    # Reads a database of SQL Server from its catalog views, "dbo" as the schema that needs no name. Views and routines
    # are kept as the texts that made them; the reader of scripts takes them from there.
    class Sqlserver::CatalogReader < Intake::CatalogReader
      extend Sqlserver::Asking

      Queries = Sqlserver::Queries
      Catalog = Intake::Catalog

      # { name => [SQL, columns of the answer] }
      QUESTIONS = {
        "here" => [ Queries::HERE, %w[place version collation] ],
        "list" => [ Queries::LIST, %w[id place name kind owner row_count byte_count readable] ],
        "schemas" => [ Queries::SCHEMAS, %w[name comment] ],
        "tables" => [ Queries::TABLES, %w[id place name comment in_memory history files scheme spread_by packed] ],
        "columns" => [ Queries::COLUMNS, %w[id number name type optional first_number step default_value default_name
                                            computed stored collation sparse row_guid masked kept_by_server comment] ],
        "indexes" => [ Queries::INDEXES, %w[id name kind single is_primary is_key doubles_ignored filled disabled
                                            condition files scheme packed col number falling included seat unnamed] ],
        "foreign_keys" => [ Queries::FOREIGN_KEYS, %w[id name unnamed col number target_place target target_col
                                                      on_delete on_update disabled unchecked not_replicated] ],
        "checks" => [ Queries::CHECKS, %w[id name unnamed condition disabled not_replicated] ],
        "modules" => [ Queries::MODULES, %w[id place name kind beside text comment] ],
        "sequences" => [ Queries::SEQUENCES, %w[id place name first_number step least most cycles comment] ],
        "types" => [ Queries::TYPES, %w[place name type optional comment] ], "rest" => [ Queries::REST, %w[what name] ]
      }.freeze
      TRUE = [ true, 1, "1", "true" ].freeze
      KINDS = { "CLUSTERED" => "clustered", "NONCLUSTERED COLUMNSTORE" => "columnstore",
                "CLUSTERED COLUMNSTORE" => "clustered columnstore" }.freeze
      ORDERS = { true => "CLUSTERED", false => "NONCLUSTERED" }.freeze # of primary keys and of others, unless said
      LEDGER = (7..10) # columns that a ledger keeps for itself

      # The Catalog.
      def read
        @rows = %w[columns indexes foreign_keys checks].to_h { |name| [ name, rows_by("id", sql(name), &:to_i) ] }
        rows = some("tables").sort_by { |row| [ row["place"], row["name"] ] }
        modules = some("modules").sort_by { |row| row["id"].to_i }
        @triggers, modules = modules.partition { |row| row["kind"].strip == "TR" }
        @triggers = @triggers.group_by { |row| row["beside"].to_i }
        tables = rows.each_with_index.map do |row, index|
          @progress.step(index, rows.size, "reading table #{row['name']}")
          table(row)
        end
        @triggers.each_value { |left| left.each { |row|
 remark(row["name"], "This trigger of a view is not taken in.") } }
        made = made(modules)
        untaken { ask("rest") }
        Catalog.new(version: here["version"], schemas:, tables:, views: made.views, routines: made.routines, domains:,
                    sequences:, pieces:, log: made.log + @log)
      end

      private

      def sql(name) = QUESTIONS.fetch(name).first
      def ask(name) = @query.call(scoped(sql(name)))
      def here = @here ||= ask("here").first || {}

      # Rows of things that are taken; answers that were written down are of all there is.
      def some(name)
        return ask(name) unless @scope

        @taken_ids ||= taken.to_set(&:id)
        ask(name).select { |row| @taken_ids.include?((row["kind"] == "TR" ? row["beside"] : row["id"]).to_i) }
      end

      def true?(value) = TRUE.include?(value)
      def platform = @platform ||= Platforms.fetch("sqlserver")
      def schema(place) = platform.dialect.schema(place)
      def said?(text) = !text.to_s.empty?
      def bare(text) = said?(text) ? platform.dialect.default_text(text.to_s) : ""

      # [Intake::Item, …]
      def listed
        @listed ||= ask("list").map do |row|
          Intake::Item.new(kind: row["kind"], schema: schema(row["place"]), name: row["name"],
                           owner: row["owner"].to_s, id: row["id"].to_i, readable: true?(row["readable"]),
                           rows: number(row["row_count"]), bytes: number(row["byte_count"]))
        end
      end

      def number(value) = said?(value) ? value.to_i : nil

      def schemas
        wanted = taken.to_set(&:schema) if @scope
        ask("schemas").reject { |row| schema(row["name"]).nil? }
                      .select { |row| wanted.nil? || wanted.include?(row["name"]) }
                      .map { |row| Catalog::Schema.new(name: row["name"], comment: row["comment"].to_s) }
      end

      def table(row)
        id = row["id"].to_i
        keys, indexes = @rows["indexes"].fetch(id, []).group_by { |each| each["name"] }.values
                                        .partition { |each| true?(each[0]["is_primary"]) || true?(each[0]["is_key"]) }
        told(row)
        Catalog::Table.new(schema: schema(row["place"]), name: row["name"], comment: row["comment"].to_s,
                           columns: columns(row), keys: keys.map { |parts| key(parts) },
                           foreign_keys: foreign_keys(id), checks: checks(id), clauses: [],
                           indexes: indexes.filter_map { |parts| index(row, parts) },
                           triggers: @triggers.delete(id).to_a.map { |each|
                             Catalog::Trigger.new(name: each["name"], text: each["text"].to_s.strip)
                           }, options: table_options(row), **sizes(id))
      end

      def sizes(id)
        @sizes ||= listed.to_h { |item| [ item.id, { rows: item.rows, bytes: item.bytes } ] }
        @sizes.fetch(id, {})
      end

      def told(row)
        kept = { "1" => "It holds what rows of another table were before", "2" => "What its rows were before is kept" }
        words = kept[row["history"].to_s] or return
        remark(title(row), "#{words}; it is taken in as a table like others.")
      end

      def title(row) = [ schema(row["place"]), row["name"] ].compact.join(".")

      def table_options(row)
        ledger = @rows["columns"].fetch(row["id"].to_i, []).any? { |each| LEDGER.cover?(each["kept_by_server"].to_i) }
        { **kept(row), "memory optimized" => (true if true?(row["in_memory"])), "ledger" => (true if ledger) }.compact
      end

      # Where rows are kept, and how.
      def kept(row)
        scheme = "#{row['scheme']}(#{row['spread_by']})" if said?(row["scheme"]) && said?(row["spread_by"])
        packed = row["packed"].to_s.downcase
        { "filegroup" => row["files"].to_s.then { |name| name unless name.empty? }, "partition scheme" => scheme,
          "compression" => (packed if %w[row page].include?(packed)) }.compact
      end

      def columns(table)
        @rows["columns"].fetch(table["id"].to_i, []).sort_by { |row| row["number"].to_i }
                        .reject { |row| LEDGER.cover?(row["kept_by_server"].to_i) }.map do |row|
          if row["kept_by_server"].to_i.positive?
            remark("#{title(table)}.#{row['name']}", "The server keeps it; it is taken in as a column like others.")
          end
          column(row)
        end
      end

      def column(row)
        computed = said?(row["computed"])
        Catalog::Column.new(name: row["name"], native_type: platform.dialect.schemaless(row["type"]),
                            mandatory: !computed && !true?(row["optional"]), identity: said?(row["first_number"]),
                            default_value: bare(row["default_value"]), computed: (bare(row["computed"]) if computed),
                            stored: true?(row["stored"]), comment: row["comment"].to_s, options: column_options(row))
      end

      def column_options(row)
        first, step = row.values_at("first_number", "step").map { |value| number(value) }
        named = row.slice("collation", "masked", "default_name").transform_values { |value| value if said?(value) }
        { "collation" => (named["collation"] unless named["collation"] == here["collation"]),
          "sparse" => (true if true?(row["sparse"])), "masked with" => named["masked"],
          "first number" => (first unless first == 1), "step" => (step unless step == 1),
          "default's name" => named["default_name"], "row guid" => (true if true?(row["row_guid"])) }.compact
      end

      def key(parts)
        first = parts.first
        primary = true?(first["is_primary"])
        order = first["kind"] unless first["kind"] == ORDERS.fetch(primary)
        options = { "order" => order&.downcase, **filled(first), **kept(first).except("partition scheme"),
                    "ignore doubles" => (true if true?(first["doubles_ignored"])) }
        Catalog::Key.new(name: own_name(first), primary:, columns: names(parts), options: options.compact)
      end

      # What the server called it is no name that somebody gave.
      def own_name(row) = true?(row["unnamed"]) ? "" : row["name"]
      def filled(row) = row["filled"].to_i.zero? ? {} : { "fill factor" => row["filled"].to_i }

      # Names of the columns that are sought by, in their order.
      def names(parts)
        parts.reject { |row| true?(row["included"]) }.sort_by { |row| [ row["number"].to_i, row["seat"].to_i ] }
             .filter_map { |row| row["col"] if said?(row["col"]) }
      end

      def index(table, parts)
        first = parts.first
        kind = KINDS.fetch(first["kind"]) { return other_index(table, first) unless first["kind"] == "NONCLUSTERED" }
        remark("#{title(table)}.#{first['name']}", "It is disabled; that is left out.") if true?(first["disabled"])
        included = parts.select { |row| true?(row["included"]) }.sort_by { |row| row["seat"].to_i }
        columnar = kind.to_s.include?("columnstore")
        Catalog::Index.new(name: first["name"], unique: true?(first["single"]),
                           columns: if kind == "clustered columnstore" then []
                                    else columnar ? included.map { |row| row["col"] } : names(parts)
                                    end,
                           descending: names(parts.select { |row| true?(row["falling"]) }),
                           included: columnar ? [] : included.map { |row| row["col"] },
                           condition: bare(first["condition"]), expression: "",
                           options: { "kind" => kind, **filled(first),
                                      **kept(first).except("partition scheme") }.compact)
      end

      def other_index(table, row)
        remark("#{title(table)}.#{row['name']}",
               "It is an index of the kind #{row['kind'].downcase}, which designs do not hold; it is left out.")
        nil
      end

      def foreign_keys(id)
        @rows["foreign_keys"].fetch(id, []).group_by { |row| row["name"] }.each_value.map do |parts|
          parts = parts.sort_by { |row| row["number"].to_i }
          first = parts.first
          Catalog::ForeignKey.new(name: own_name(first), columns: parts.map { |row| row["col"] },
                                  target_schema: schema(first["target_place"]), target_table: first["target"],
                                  target_columns: parts.map { |row| row["target_col"] },
                                  on_delete: action(first["on_delete"]), on_update: action(first["on_update"]),
                                  options: { **force(first), "unchecked" => (true if unchecked?(first)) }.compact)
        end
      end

      def action(words) = words.to_s.downcase.tr("_", " ")

      # What is out of force cannot be relied on either.
      def unchecked?(row) = true?(row["unchecked"]) && !true?(row["disabled"])

      def force(row)
        { "not for replication" => (true if true?(row["not_replicated"])),
          "disabled" => (true if true?(row["disabled"])) }.compact
      end

      def checks(id)
        @rows["checks"].fetch(id, []).map do |row|
          Catalog::Check.new(name: own_name(row), condition: bare(row["condition"]), options: force(row))
        end
      end

      # The Catalog of views and routines.
      def made(modules)
        modules, sealed = modules.partition { |row| said?(row["text"]) }
        sealed.each { |row| remark(title(row), "Its text is not shown, so that it is not taken in.") }
        sources = modules.map { |row| Reading::Source.new(name: title(row), text: "#{row['text'].strip}\nGO\n") }
        catalog = Reading.read(sources, platform:).catalog
        comments = modules.to_h { |row| [ [ schema(row["place"]), row["name"] ], row["comment"].to_s ] }
        catalog.views.each { |view| view.comment = comments.fetch(view.place, "") }
        catalog
      end

      def sequences
        some("sequences").map do |row|
          first, step, least, most = row.values_at("first_number", "step", "least", "most").map { |each| number(each) }
          Catalog::Sequence.new(schema: schema(row["place"]), name: row["name"], first:, step:, least:, most:,
                                cycles: true?(row["cycles"]), comment: row["comment"].to_s)
                           .tap { |made| platform.dialect.sequence_made(made) }
        end
      end

      def domains
        @domains ||= ask("types").map do |row|
          Catalog::Domain.new(schema: schema(row["place"]), name: row["name"], native_type: row["type"],
                              mandatory: !true?(row["optional"]), default_value: "", checks: [],
                              comment: row["comment"].to_s)
        end
      end

      # Designs keep them as text.
      def pieces
        domains.map do |each|
          remark("type #{each.title}", "It is kept as text: designs do not hold such things yet.")
          place = [ each.schema || Sqlserver::FIRST_SCHEMA, each.name ].map { |part| platform.quote(part) }.join(".")
          Catalog::Piece.new(text: "CREATE TYPE #{place} FROM #{each.native_type}#{' NOT NULL' if each.mandatory}",
                             place: "before")
        end
      end
    end
  end
end
