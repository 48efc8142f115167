# frozen_string_literal: true

require_relative "asking"

module Kelvath
  module Platforms
    # Reads the catalog of an SQLite database: one query for all tables, not one for each.
    class Sqlite::CatalogReader < Intake::CatalogReader
      extend Sqlite::Asking

      TABLES = "SELECT name, type, tbl_name, sql FROM sqlite_master " \
               "WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\' ORDER BY name"
      ACTUAL = "FROM sqlite_master m JOIN"
      COLUMNS = "SELECT m.name AS owner, c.* #{ACTUAL} pragma_table_xinfo(m.name) c WHERE m.type = 'table' ORDER BY " \
                "m.name, c.cid"
      FOREIGN_KEYS = "SELECT m.name AS owner, f.* #{ACTUAL} pragma_foreign_key_list(m.name) f WHERE m.type = 'table' " \
                     "ORDER BY m.name, f.id DESC, f.seq"
      INDEXES = "SELECT m.name AS owner, i.* #{ACTUAL} pragma_index_list(m.name) i WHERE m.type = 'table' ORDER BY " \
                "m.name, i.seq DESC"
      INDEX_COLUMNS = <<~SQL
        SELECT i.name AS owner, x.* FROM sqlite_master m
        JOIN pragma_index_list(m.name) i JOIN pragma_index_xinfo(i.name) x
        WHERE m.type = 'table' AND x.key = 1 ORDER BY i.name, x.seqno
      SQL
      INDEX_TEXTS = "SELECT name, sql FROM sqlite_master WHERE type = 'index'"
      SHADOWS = "SELECT name FROM pragma_table_list WHERE type = 'shadow'"
      # What a questionnaire asks: { name => [SQL, columns that an answer must have] }
      QUESTIONS = { "master" => [ TABLES, %w[name type tbl_name sql] ],
                    "columns" => [ COLUMNS, %w[owner cid name type notnull dflt_value pk hidden] ],
                    "foreign_keys" => [ FOREIGN_KEYS, %w[owner id seq table from to on_update on_delete] ],
                    "indexes" => [ INDEXES, %w[owner seq name unique origin partial] ],
                    "index_columns" => [ INDEX_COLUMNS, %w[owner seqno cid name desc coll key] ],
                    "index_texts" => [ INDEX_TEXTS, %w[name sql] ], "shadows" => [ SHADOWS, %w[name] ] }.freeze
      GENERATED = { 2 => :virtual, 3 => :stored }.freeze

      # The Catalog.
      def read
        master = @query.call(TABLES).group_by { |row| row["type"] }
        load_details
        @triggers = master.fetch("trigger", []).group_by { |row| row["tbl_name"] }
        tables = master.fetch("table", []).select { |row| taken?("table", nil, row["name"]) && !shadow?(row["name"]) }
        found = tables.each_with_index.map do |row, index|
          @progress.step(index, tables.size, "reading table #{row['name']}")
          table(row)
        end
        views = master.fetch("view", []).select { |row| taken?("view", nil, row["name"]) }.map { |row| view(row) }
        only_some if @scope
        views.flat_map { |each| @triggers.fetch(each.name, []) }.each do |row|
          remark(row["name"], "This trigger of a view is not taken in; designs hold those of tables.")
        end
        Intake::Catalog.new(tables: found, views:, log: @log)
      end

      private

      # [Intake::Item, …]
      def listed
        @listed ||= @query.call(TABLES).select { |row| %w[table view].include?(row["type"]) }.map do |row|
          Intake::Item.new(kind: row["type"], name: row["name"], owner: "", readable: true, id: row["name"])
        end
      end

      # What a virtual table keeps its contents in is not for people.
      def shadow?(name)
        @shadows ||= @query.call(SHADOWS).to_set do |row|
          row["name"]
        end
        return false unless @shadows.include?(name)

        remark(name, "This table holds the contents of a virtual table; it is left out.")
        true
      end

      def load_details
        @columns = rows(COLUMNS)
        @foreign_keys = rows(FOREIGN_KEYS)
        @indexes = rows(INDEXES)
        @index_columns = rows(INDEX_COLUMNS)
        @index_texts = @query.call(INDEX_TEXTS).to_h do |row|
          [ row["name"], row["sql"] ]
        end
      end

      def rows(sql) = rows_by("owner", sql, &:itself)

      def table(row)
        name = row["name"]
        if row["sql"].to_s.match?(/\A\s*CREATE\s+VIRTUAL/i)
          remark(name, "This is a virtual table; only its columns are taken in.")
        end

        text = Sqlite::TableText.new(row["sql"])
        text.untold.each { |words| remark(name, words) }
        Intake::Catalog::Table.new(name:, comment: "", columns: columns(name, text), keys: keys(name, text),
                           foreign_keys: foreign_keys(name, text),
                           checks: checks(text), indexes: indexes(name, text), triggers: triggers(name),
                           options: text.options)
      end

      def triggers(name)
        @triggers.fetch(name, []).map { |row| Intake::Catalog::Trigger.new(name: row["name"], text: row["sql"].to_s) }
      end

      def checks(text) = text.checks.map { |name, condition| Intake::Catalog::Check.new(name:, condition:) }
      def table_columns(name) = @columns.fetch(name, []).reject { |row| row["hidden"] == 1 }
      def key_columns(name) = table_columns(name).select { |row| row["pk"].positive? }.sort_by { |row| row["pk"] }

      def columns(name, text)
        single = text.options["without rowid"] ? [] : key_columns(name) # only a row's own number counts by itself
        table_columns(name).map do |row|
          key = row["name"].downcase
          numbered = single.size == 1 && single.first["name"] == row["name"] && row["type"].casecmp?("integer")
          Intake::Catalog::Column.new(name: row["name"], native_type: row["type"].downcase,
                                      mandatory: row["notnull"] == 1, identity: numbered,
                                      default_value: row["dflt_value"].to_s,
                                      computed: (text.computed[key] if GENERATED.key?(row["hidden"])),
                                      stored: GENERATED[row["hidden"]] == :stored, comment: "",
                                      options: text.column_options.fetch(key, {}))
        end
      end

      def keys(name, text)
        primary = key_columns(name).map { |row| row["name"] }
        options = text.key_options.fetch(primary.map(&:downcase), {})
        found = [ Intake::Catalog::Key.new(name: text.primary_name.to_s, primary: true, columns: primary, options:) ]
        found.clear if primary.empty?
        found + @indexes.fetch(name, []).select { |row| row["origin"] == "u" }.map do |row|
          columns = index_columns(row["name"])
          Intake::Catalog::Key.new(name: text.unique_names.fetch(columns.map(&:downcase), ""), primary: false, columns:,
                                   options: text.key_options.fetch(columns.map(&:downcase), {}))
        end
      end

      def foreign_keys(name, text)
        @foreign_keys.fetch(name, []).group_by { |row| row["id"] }.each_value.map do |parts|
          columns = parts.map { |row| row["from"] }
          target = canonical_table(parts.first["table"])
          targets = parts.first["to"] ? parts.map { |row| row["to"] } : key_columns(target).map { |row| row["name"] }
          Intake::Catalog::ForeignKey.new(name: text.foreign_names.fetch(columns.map(&:downcase), ""), columns:,
                                  target_table: target, target_columns: targets,
                                  on_delete: parts.first["on_delete"].downcase,
                                          on_update: parts.first["on_update"].downcase,
                                          options: text.foreign_options.fetch(columns.map(&:downcase), {}))
        end
      end

      # The table's name as it was made; a reference may be spelt in another case.
      def canonical_table(name)
        @columns.key?(name) ? name : @columns.keys.find { |known| known.casecmp?(name) } || name
      end

      def indexes(name, text)
        @indexes.fetch(name, []).select { |row| row["origin"] == "c" }.map do |row|
          sql = @index_texts[row["name"]].to_s
          columns = @index_columns.fetch(row["name"], [])
          special = columns.any? { |column| column["name"].nil? || own_collation?(column, text) }
          Intake::Catalog::Index.new(name: row["name"], unique: row["unique"] == 1,
                             columns: special ? [] : index_columns(row["name"]),
                             descending: special ? [] : descending(row["name"]),
                             condition: special || row["partial"] != 1 ? "" : index_condition(sql),
                             expression: special ? index_text(sql) : "")
        end
      end

      # Has the index another order of texts than its column?
      def own_collation?(column, text)
        !column["coll"].to_s.casecmp?(text.column_options.fetch(column["name"].downcase,
                                                                {}).fetch("collation", "binary"))
      end

      def index_columns(name) = @index_columns.fetch(name, []).map { |row| row["name"] }.compact
      def descending(name) = @index_columns.fetch(name, []).select { |row| row["desc"] == 1 }.map { |row| row["name"] }

      # What stands behind the first AS of the statement, and the names of columns before it.
      def view(row)
        sql = row["sql"].to_s
        tokens = Ddl::Lexer.tokens(sql)
        at = tokens.index { |token| token.word?("as") }
        names = at ? tokens.first(at).drop_while { |token| !token.symbol?("(") }.select(&:name?).map(&:value) : []
        Intake::Catalog::View.new(name: row["name"], column_names: names,
                                  query: at ? sql.byteslice(tokens[at].to..).strip : "", comment: "")
      end

      # Behind the WHERE that ends the statement; a name may be called so, but not unquoted.
      def index_condition(sql)
        where = Ddl::Lexer.tokens(sql).reverse.find { |token| token.word?("where") }
        where ? sql.byteslice(where.to..).strip : ""
      end

      # From ON onwards.
      def index_text(sql)
        on = Ddl::Lexer.tokens(sql).find { |token| token.word?("on") }
        on ? sql.byteslice(on.from..) : ""
      end
    end
  end
end
