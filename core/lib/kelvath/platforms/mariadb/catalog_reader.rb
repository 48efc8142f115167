# frozen_string_literal: true

require_relative "queries"
require_relative "asking"

module Kelvath
  module Platforms
    # Reads the database that a connection is in, through information_schema.
    class Mariadb::CatalogReader < Intake::CatalogReader
      extend Mariadb::Asking

      Catalog = Intake::Catalog
      NOW = /\Acurrent_timestamp(\(\d*\))?\z/i
      ZERO = /\A'0000-00-00 [0:.]+'\z/ # what a mandatory time gets that is set at each change
      JSON_CHECK = /\Ajson_valid\(`(.+)`\)\z/i # what the server adds to a column of type json

      # What a questionnaire asks: { name => [SQL, columns that an answer must have] }; "shown" is what SHOW CREATE says
      # of things, asked in a second step.
      def self.questions(from)
        wanted = { version: %w[version], list: %w[name type],
                   tables: %w[name type engine collation settings comment usual],
                   columns: %w[tbl name type optional default_value extra computed comment collation],
                   indexes: %w[TABLE_NAME INDEX_NAME COLUMN_NAME NON_UNIQUE SEQ_IN_INDEX SUB_PART INDEX_TYPE],
                   foreign_keys: %w[tbl name col place target target_col on_delete on_update here],
                   checks: %w[tbl name text level], views: %w[name query checked rights], collations: %w[name letters],
                   triggers: %w[name tbl], routines: %w[name sort], rest: %w[what name] }
        asked = wanted.to_h { |name, columns| [ name.to_s, [ from.const_get(name.upcase), columns ] ] }
        asked.merge("shown" => [ "", [] ]).freeze
      end

      QUESTIONS = questions(Mariadb::Queries)

      # The Catalog.
      def read
        relations = ask(:TABLES)
        @usual = ask(:COLLATIONS).to_h { |row| [ row["letters"], row["name"] ] }
        @columns, @indexes, @foreign_keys, @checks = %i[COLUMNS INDEXES FOREIGN_KEYS CHECKS].map do |name|
          ask(name).group_by { |row| row["tbl"] || row["table_name"] }
        end
        tables = relations.select { |row| [ "BASE TABLE", "SYSTEM VERSIONED" ].include?(row["type"]) }
        found = tables.each_with_index.map do |row, index|
          @progress.step(index, tables.size, "reading table #{row['name']}")
          table(row)
        end
        views = ask(:VIEWS).filter_map { |row| view(row) }
        untaken { ask(:REST) }
        sequences = relations.select { |row| row["type"] == "SEQUENCE" }.filter_map { |row| sequence(row["name"]) }
        Catalog.new(version: ask(:VERSION).first["version"], tables: found, views:, sequences:, routines:, log: @log)
      end

      private

      def queries = Mariadb::Queries

      KINDS = { "VIEW" => "view", "SEQUENCE" => "sequence", "ROUTINE" => "routine" }.freeze

      # [Intake::Item, …]; the server shows nothing else than what its user may see.
      def listed
        @listed ||= @query.call(queries::LIST).map do |row|
          row = row.transform_keys(&:downcase)
          Intake::Item.new(kind: KINDS.fetch(row["type"], "table"), name: row["name"], owner: "",
                           rows: row["row_count"]&.to_i, bytes: row["byte_count"]&.to_i, readable: true)
        end
      end

      def unseen = [ "Of other things than these the server tells this user nothing, if there are any." ]

      def said(item) = "'#{item.name.gsub('\\') { '\\\\' }.gsub("'", "''")}'"

      # A name as it stands in a question.
      def quoted(name) = "`#{name.gsub('`', '``')}`"

      # What SHOW tells of a thing, without who made it: that is somebody of the old server.
      def shown(what, name, column)
        row = @query.call("SHOW CREATE #{what} #{quoted(name)}").first.transform_keys(&:downcase)
        return row[column].sub(/\ACREATE DEFINER=\S+ /, "CREATE ") if row[column]

        remark("#{what.downcase} #{name}", "This user may not see its text, so that it is not taken in.")
        nil
      end

      def triggers(table)
        @triggers ||= ask(:TRIGGERS).group_by { |row| row["tbl"] }
        @triggers.fetch(table, []).filter_map do |row|
          text = shown("TRIGGER", row["name"], "sql original statement") or next
          Catalog::Trigger.new(name: row["name"], text:)
        end
      end

      def routines
        ask(:ROUTINES).filter_map do |row|
          text = shown(row["sort"], row["name"], "create #{row['sort'].downcase}") or next
          Catalog::Routine.new(name: row["name"], text:)
        end
      end

      MOST = 9_223_372_036_854_775_806 # what a sequence that counts up goes to by itself

      # What the platform takes anyway is not said.
      def sequence(name)
        row = @query.call("SELECT * FROM #{quoted(name)}").first.to_h.transform_keys(&:downcase)
        return remark("sequence #{name}", "What it is like is not told; it is not taken in.") && nil if row.empty?

        told = row.values_at("start_value", "increment", "minimum_value", "maximum_value")
        first, step, least, most = told.map(&:to_i)
        up = step.positive?
        Catalog::Sequence.new(name:, first: (first unless first == (up ? least : most)), step: (step unless step == 1),
                              least: (least unless up && least == 1), most: (most unless up && most == MOST),
                              cycles: row["cycle_option"].to_i == 1, comment: "")
      end

      # Servers write the names of columns of their own catalog in either case.
      def ask(name) = @query.call(scoped(queries.const_get(name))).map { |row| row.transform_keys(&:downcase) }

      def table(row)
        name = row["name"]
        checks = @checks.fetch(name, [])
        json, others = checks.partition { |check| check["text"].to_s.match?(JSON_CHECK) }
        table = Catalog::Table.new(name:, comment: row["comment"].to_s, keys: keys(name), indexes: indexes(name),
                                   columns: columns(row, json.map { |each| each["text"][JSON_CHECK, 1] }),
                                   foreign_keys: foreign_keys(name), checks: others.map { |each| check(each) },
                                   triggers: triggers(name), options: table_options(row),
                                   rows: row["row_count"]&.to_i, bytes: row["byte_count"]&.to_i)
        table.indexes -= table.indexes.select { |each| Mariadb::Serving.came_along?(table, each) }
        table
      end

      # What stands at a column has no name of its own.
      def check(row)
        Catalog::Check.new(name: row["level"] == "Column" ? "" : row["name"], condition: row["text"],
                           options: row["enforced"] == "NO" ? { "not enforced" => true } : {})
      end

      def table_options(row)
        settings = row["settings"].to_s
        { "engine" => (row["engine"] unless row["engine"] == "InnoDB"),
          **letters(row["collation"], row["usual"]),
          "row format" => settings[/row_format=(\w+)/i, 1]&.downcase,
          "system versioning" => (true if row["type"] == "SYSTEM VERSIONED"),
          "partition by" => (partitioning(row["name"]) if settings.include?("partitioned")) }.compact
      end

      # What is said of texts where it is not the same around them.
      def letters(collation, around)
        return {} if collation.nil? || collation == around

        set, outer = [ collation, around.to_s ].map { |each| each[/\A[^_]+/] }
        { "character set" => (set unless set == outer),
          "collation" => (collation unless set != outer && collation == @usual[set]) }.compact
      end

      def partitioning(table)
        made = @query.call("SHOW CREATE TABLE #{quoted(table)}").first.to_h.values.last.to_s
        made[/PARTITION BY (.*)\z/m, 1].to_s.delete_suffix("*/").gsub(/\s+/, " ").strip
      end

      def columns(table, json)
        @columns.fetch(table["name"], []).map do |row|
          computed = row["computed"].to_s
          extra = row["extra"].to_s
          Catalog::Column.new(name: row["name"], native_type: json.include?(row["name"]) ? "json" : row["type"],
                              mandatory: row["optional"] == "NO" && computed.empty?,
                              identity: extra.match?(/auto_increment/i),
                              default_value: computed.empty? ? default(row) : "",
                              computed: (computed unless computed.empty?), stored: extra.match?(/stored|persistent/i),
                              comment: row["comment"].to_s, options: column_options(table, row, extra, json))
        end
      end

      # As it would be written: the catalog tells "NULL" where there is none.
      def default(row)
        text = row["default_value"].to_s
        return "" if text.casecmp?("NULL") || (text.match?(ZERO) && row["extra"].to_s.match?(/on update/i))

        text.match?(NOW) ? text.sub(/\A\w+/, "current_timestamp").delete_suffix("()") : text
      end

      def column_options(table, row, extra, json)
        own = row["collation"] && !json.include?(row["name"])
        { **(own ? letters(row["collation"], table["collation"]) : {}),
          "set at each change" => (true if extra.match?(/on update/i)),
          "invisible" => (true if extra.match?(/\binvisible/i)) }.compact
      end

      def keys(table)
        index_rows(table).select { |_, rows| rows.first["non_unique"].to_i.zero? && plain?(rows) }.map do |name, rows|
          Catalog::Key.new(name: name == "PRIMARY" ? "" : name, primary: name == "PRIMARY",
                           columns: rows.map { |row| row["column_name"] }, options: lengths(rows))
        end
      end

      # Of some columns of a primary key only the first letters count.
      def lengths(rows)
        said = rows.select { |row| row["sub_part"] }.map { |row| "`#{row['column_name']}` = #{row['sub_part']}" }
        said.any? ? { "first letters" => said.join(", ") } : {}
      end

      # Is it only over columns, from the least to the greatest? Then it may as well be a key.
      def plain?(rows)
        return true if rows.first["index_name"] == "PRIMARY"

        rows.all? { |row| row["sub_part"].nil? && row["column_name"] && row["collation"] != "D" } &&
          rows.first["ignored"] != "YES" && rows.first["is_visible"] != "NO"
      end

      def index_rows(table) = @indexes.fetch(table, []).group_by { |row| row["index_name"] }

      def indexes(table)
        index_rows(table).filter_map do |name, rows|
          index(name, rows, table) unless rows.first["non_unique"].to_i.zero? && plain?(rows)
        end
      end

      def index(name, rows, table)
        if rows.any? { |row| !row["index_comment"].to_s.empty? }
          remark("#{table}.#{name}", "The comment of this index is left out: designs have no place for it.")
        end
        special = rows.any? { |row| row["column_name"].nil? || (row["sub_part"] && row["index_type"] == "BTREE") }
        columns = special ? [] : rows.map { |row| row["column_name"] }
        kind = rows.first["index_type"].to_s.downcase
        Catalog::Index.new(name:, unique: rows.first["non_unique"].to_i.zero?, columns:,
                           descending: special ? [] : rows.select { |row| row["collation"] == "D" }.map { |row|
                             row["column_name"]
                           },
                           expression: special ? expression(rows, table) : "",
                           options: { "kind" => (kind if %w[fulltext spatial].include?(kind)),
                                      "ignored" => (true if rows.first["ignored"] == "YES"),
                                      "invisible" => (true if rows.first["is_visible"] == "NO") }.compact)
      end

      # Over the first letters of a column, or over what is computed.
      def expression(rows, table)
        parts = rows.map do |row|
          next "(#{row['expression']})" unless row["column_name"]

          "`#{row['column_name']}`#{"(#{row['sub_part']})" if row['sub_part']}#{' DESC' if row['collation'] == 'D'}"
        end
        "ON `#{table}` (#{parts.join(', ')})"
      end

      def foreign_keys(table)
        @foreign_keys.fetch(table, []).group_by { |row| row["name"] }.map do |name, rows|
          first = rows.first
          Catalog::ForeignKey.new(name:, columns: rows.map { |row| row["col"] },
                                  target_schema: (first["place"] unless first["here"].to_i == 1),
                                  target_table: first["target"], target_columns: rows.map { |row| row["target_col"] },
                                  on_delete: action(first["on_delete"]), on_update: action(first["on_update"]))
        end
      end

      # The server tells "restrict" where nothing was said.
      def action(word) = word.casecmp?("restrict") ? "no action" : word.downcase

      def view(row)
        if row["query"].to_s.empty?
          return remark("view #{row['name']}", "This user may not see its query, so that it is not taken in.") && nil
        end

        Catalog::View.new(name: row["name"], query: row["query"].to_s, comment: "",
                          options: { "check option" => (row["checked"].downcase unless row["checked"] == "NONE"),
                                     "rights of" => ("invoker" if row["rights"] == "INVOKER"),
                                     "algorithm" => (row["algorithm"].to_s.downcase unless [ nil,
"UNDEFINED" ].include?(
                                       row["algorithm"]
                                     )) }.compact)
      end
    end
  end
end
