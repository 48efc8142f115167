# frozen_string_literal: true

module Kelvath
  module Intake
    # Reads the schema "public" of a PostgreSQL database from pg_catalog.
    class PostgresqlCatalog
      TABLES = <<~SQL
        SELECT c.oid::int AS oid, c.relname AS name, c.relkind AS kind, obj_description(c.oid, 'pg_class') AS comment,
               CASE WHEN c.relkind = 'v' THEN pg_get_viewdef(c.oid) END AS query
        FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p', 'v') ORDER BY c.relname
      SQL
      COLUMNS = <<~SQL
        SELECT a.attrelid::int AS oid, a.attnum::int AS number, a.attname AS name, format_type(a.atttypid, a.atttypmod) AS type,
               a.attnotnull AS mandatory, a.attidentity AS identity, pg_get_expr(d.adbin, d.adrelid) AS default_value,
               col_description(a.attrelid, a.attnum) AS comment
        FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid JOIN pg_namespace n ON n.oid = c.relnamespace
        LEFT JOIN pg_attrdef d ON d.adrelid = a.attrelid AND d.adnum = a.attnum
        WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p') AND a.attnum > 0 AND NOT a.attisdropped ORDER BY a.attrelid, a.attnum
      SQL
      CONSTRAINTS = <<~SQL
        SELECT k.conrelid::int AS oid, k.conname AS name, k.contype AS type, array_to_string(k.conkey, ',') AS columns,
               k.confrelid::int AS target, array_to_string(k.confkey, ',') AS targets, k.confdeltype AS on_delete, k.confupdtype AS on_update,
               CASE WHEN k.contype = 'c' THEN pg_get_expr(k.conbin, k.conrelid) END AS condition
        FROM pg_constraint k JOIN pg_namespace n ON n.oid = k.connamespace WHERE n.nspname = 'public' ORDER BY k.conrelid, k.conname
      SQL
      INDEXES = <<~SQL
        SELECT i.indrelid::int AS oid, c.relname AS name, i.indisunique AS unique, array_to_string(i.indkey, ',') AS columns,
               array_to_string(i.indoption, ',') AS options, (i.indexprs IS NOT NULL OR i.indpred IS NOT NULL) AS special, pg_get_indexdef(i.indexrelid) AS text
        FROM pg_index i JOIN pg_class c ON c.oid = i.indexrelid JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE n.nspname = 'public' AND NOT EXISTS (SELECT 1 FROM pg_constraint k WHERE k.conindid = i.indexrelid) ORDER BY i.indrelid, c.relname
      SQL
      ACTIONS = { "a" => "no action", "r" => "restrict", "c" => "cascade", "n" => "set null", "d" => "set default" }.freeze
      TRUE_TEXT = [ true, "t" ].freeze

      def initialize(query, progress: Progress.none)
        @query = query
        @progress = progress
      end

      # The Catalog.
      def read
        relations = @query.call(TABLES)
        @names = relations.to_h { |row| [ row["oid"].to_i, row["name"] ] }
        @columns = rows(COLUMNS)
        @constraints = rows(CONSTRAINTS)
        @indexes = rows(INDEXES)
        views, tables = relations.partition { |row| row["kind"] == "v" }
        Catalog.new(tables: tables.each_with_index.map { |row, index| table(row, index, tables.size) },
                    views: views.map { |row| Catalog::View.new(name: row["name"], query: row["query"].to_s.strip.delete_suffix(";"), comment: row["comment"].to_s) })
      end

      private

      def rows(sql) = @query.call(sql).group_by { |row| row["oid"].to_i }

      def table(row, index, total)
        @progress.step(index, total, "reading table #{row['name']}")
        oid = row["oid"].to_i
        constraints = @constraints.fetch(oid, []).group_by { |constraint| constraint["type"] }
        Catalog::Table.new(name: row["name"], comment: row["comment"].to_s, columns: columns(oid), indexes: indexes(oid),
                           keys: constraints.fetch_values("p", "u") { [] }.flatten.map { |each| key(oid, each) },
                           foreign_keys: constraints.fetch("f", []).map { |each| foreign_key(oid, each) },
                           checks: constraints.fetch("c", []).map { |each| Catalog::Check.new(name: each["name"], condition: each["condition"]) })
      end

      def columns(oid)
        @columns.fetch(oid, []).map do |row|
          Catalog::Column.new(name: row["name"], native_type: row["type"], mandatory: TRUE_TEXT.include?(row["mandatory"]),
                              identity: !row["identity"].to_s.empty?, default_value: row["default_value"].to_s, comment: row["comment"].to_s)
        end
      end

      def key(oid, row) = Catalog::Key.new(name: row["name"], primary: row["type"] == "p", columns: names(oid, row["columns"]))

      def foreign_key(oid, row)
        target = row["target"].to_i
        Catalog::ForeignKey.new(name: row["name"], columns: names(oid, row["columns"]), target_table: @names[target], target_columns: names(target, row["targets"]),
                                on_delete: ACTIONS.fetch(row["on_delete"]), on_update: ACTIONS.fetch(row["on_update"]))
      end

      def indexes(oid)
        @indexes.fetch(oid, []).map do |row|
          special = TRUE_TEXT.include?(row["special"])
          columns = special ? [] : names(oid, row["columns"])
          descending = columns.zip(row["options"].split(",")).select { |_, option| option.to_i.odd? }.map(&:first)
          Catalog::Index.new(name: row["name"], unique: TRUE_TEXT.include?(row["unique"]), columns:, descending:, expression: special ? row["text"][/\bON\b.*\z/m] : "")
        end
      end

      def names(oid, numbers)
        by_number = @columns.fetch(oid, []).to_h { |row| [ row["number"].to_i, row["name"] ] }
        numbers.to_s.split(",").map { |number| by_number.fetch(number.to_i) }
      end
    end
  end
end
