# frozen_string_literal: true

require_relative "asking"

module Kelvath
  module Platforms
    # Reads Hive's databases by SHOW and DESCRIBE (its language manual, "DDL"): every table is told as the statement to
    # make it. Keys and sizes are in the database "sys" where the server has one (from 3.0 on); the database of
    # the connection is the schema that needs no name.
    class Hive::CatalogReader < Intake::CatalogReader
      extend Hive::Asking

      Catalog = Intake::Catalog
      OWN = %w[sys information_schema].freeze # databases of the server's
      SYSTEM = "sys"

      HERE = "SELECT current_database() AS place, version() AS version"
      PLACES = "SHOW DATABASES"
      FUNCTIONS = "SHOW FUNCTIONS"

      # Rows and bytes as they were counted last; of tables in parts, the sum of these.
      SIZES = <<~SQL
        SELECT d.name AS place, t.tbl_name AS name, t.owner AS owner,
               MAX(CASE WHEN p.param_key = 'numRows' THEN p.param_value END) AS row_count,
               MAX(CASE WHEN p.param_key = 'totalSize' THEN p.param_value END) AS byte_count
        FROM sys.tbls t JOIN sys.dbs d ON t.db_id = d.db_id LEFT JOIN sys.table_params p ON p.tbl_id = t.tbl_id
        GROUP BY d.name, t.tbl_name, t.owner
      SQL

      # kind: 0 primary, 1 foreign, 2 unique, 3 mandatory, 4 default, 5 check, as the metastore numbers them. A key of
      # another kind than foreign has its own table as the parent.
      CONSTRAINTS = <<~SQL
        SELECT k.constraint_type AS kind, k.constraint_name AS name, k.`position` AS number, k.default_value AS text,
               k.enable_validate_rely AS rely, od.name AS place, ot.tbl_name AS tbl, oc.column_name AS col,
               pd.name AS target_place, pt.tbl_name AS target, pc.column_name AS target_col
        FROM sys.key_constraints k
        JOIN sys.tbls pt ON pt.tbl_id = k.parent_tbl_id JOIN sys.dbs pd ON pd.db_id = pt.db_id
        LEFT JOIN sys.columns_v2 pc ON pc.cd_id = k.parent_cd_id AND pc.integer_idx = k.parent_integer_idx
        JOIN sys.tbls ot ON ot.tbl_id = COALESCE(k.child_tbl_id, k.parent_tbl_id)
        JOIN sys.dbs od ON od.db_id = ot.db_id
        LEFT JOIN sys.columns_v2 oc ON oc.cd_id = COALESCE(k.child_cd_id, k.parent_cd_id)
          AND oc.integer_idx = COALESCE(k.child_integer_idx, k.parent_integer_idx)
      SQL

      # { name => [SQL, columns that an answer must have] }; "described" and "shown" are what DESCRIBE DATABASE and SHOW
      # CREATE TABLE say of each, which a file of questions asks in a second step.
      QUESTIONS = { "here" => [ HERE, %w[place version] ], "places" => [ PLACES, %w[database_name] ],
                    "functions" => [ FUNCTIONS, %w[tab_name] ], "described" => [ "", %w[db_name comment] ],
                    "shown" => [ "", %w[createtab_stmt] ],
                    "sizes" => [ SIZES, %w[place name owner row_count byte_count] ],
                    "constraints" => [ CONSTRAINTS, %w[kind name number text rely place tbl col target_place target
                                                       target_col] ] }.freeze
      OPTIONAL = %w[sizes constraints].freeze # that not every server can answer

      # The Catalog.
      def read
        wanted = listed.select { |item| @scope.nil? || @scope.takes?(item) }
        sources = wanted.each_with_index.map do |item, index|
          @progress.step(index, wanted.size, "reading #{item.title}")
          Reading::Source.new(name: item.title, text: "#{shown(item)};\n")
        end
        catalog = at_home(Reading.read(sources, platform:).catalog)
        catalog.tables.each { |table| settle(table) }
        constrain(catalog)
        untaken { functions }
        Catalog.new(tables: catalog.tables, views: catalog.views, schemas: catalog.schemas,
                    version: here["version"].to_s[/\A[\d.]+/], log: catalog.log + @log)
      end

      private

      def platform = @platform ||= Platforms.fetch("hive")
      def here = @here ||= @query.call(HERE).first || {}
      def schema(place) = place.to_s.casecmp?(here["place"].to_s) ? nil : place

      # Names of databases that are not the server's own.
      def places = @places ||= databases.reject { |name| OWN.include?(name.downcase) }
      def databases = @databases ||= @query.call(PLACES).map { |row| row.values.first }
      def system? = databases.any? { |name| name.casecmp?(SYSTEM) }
      def quoted(place, name) = [ place || here["place"], name ].map { |part| platform.quote(part) }.join(".")

      # [Item, …]
      def listed
        @listed ||= places.flat_map do |place|
          views = names("SHOW VIEWS IN", place).to_set
          names("SHOW TABLES IN", place).union(views.to_a).map do |name|
            size = sizes.fetch([ place, name ], {})
            Intake::Item.new(kind: views.include?(name) ? "view" : "table", schema: schema(place), name:,
                             owner: size["owner"].to_s, rows: size["row_count"]&.to_i, bytes: size["byte_count"]&.to_i,
                             readable: true)
          end
        end
      end

      def names(words, place)
        @query.call("#{words} #{platform.quote(place)}").map { |row| row.values.first }
      end

      def sizes
        @sizes ||= system? ? @query.call(SIZES).to_h { |row| [ [ row["place"], row["name"] ], row ] } : {}
      end

      def unseen = system? ? [] : [ "#{lacking} and how big they are." ]
      def lacking = "The server has no database “sys”, which would tell what keys tables have, what is mandatory,"

      # The statement that would make it, line by line.
      def shown(item)
        rows = @query.call("SHOW CREATE TABLE #{quoted(item.schema, item.name)}")
        rows.map { |row| row.values.first }.join("\n").strip.delete_suffix(";")
      end

      # What is in the database at hand needs no name.
      def at_home(catalog)
        home = here["place"].to_s
        (catalog.tables + catalog.views).each { |each| each.schema = nil if each.schema.to_s.casecmp?(home) }
        catalog.schemas.reject! { |each| each.name.casecmp?(home) }
        catalog.schemas.each do |each|
          each.comment = @query.call("DESCRIBE DATABASE #{platform.quote(each.name)}").first.to_h["comment"].to_s
        end
        catalog
      end

      # A table says where its files are even if nobody has chosen; counted is what the server has counted.
      def settle(table)
        place = table.options["location"].to_s
        usual = place.delete_suffix("/").downcase.end_with?("/#{table.name.downcase}")
        table.options.delete("location") if usual && table.options["kind"] != "external"
        size = sizes.fetch([ table.schema || here["place"], table.name ], {})
        table.rows, table.bytes = size.values_at("row_count", "byte_count").map { |value| value&.to_i }
      end

      def constrain(catalog)
        return remark("", "#{lacking} and what they must be like; these are not taken in.") unless system?

        tables = catalog.tables.to_h { |each| [ each.place.map { |part| part&.downcase }, each ] }
        @query.call(CONSTRAINTS).group_by { |row| row.values_at("place", "tbl", "name") }.each_value do |parts|
          first = parts.first
          table = tables[[ schema(first["place"])&.downcase, first["tbl"].downcase ]] or next
          constraint(table, parts.sort_by { |row| row["number"].to_i })
        end
      end

      def constraint(table, parts)
        first = parts.first
        names = parts.filter_map { |row| row["col"] }
        case first["kind"].to_i
        when 0, 2 then key(table, first, names)
        when 1 then foreign_key(table, parts, names)
        when 3 then columns(table, names).each { |column| column.mandatory = true }
        when 4 then columns(table, names).each { |column| column.default_value = first["text"].to_s }
        when 5 then check(table, first)
        end
      end

      def columns(table, names) = table.columns.select { |column| names.any? { |name| name.casecmp?(column.name) } }

      def key(table, row, names)
        primary = row["kind"].to_i.zero?
        return if table.keys.any? { |key| primary ? key.primary : key.columns == names } # newer servers say both

        table.keys << Catalog::Key.new(name: given(row), primary:, columns: names, options: relied(row))
        columns(table, names).each { |column| column.mandatory = true } if primary
      end

      # pk_12345_1694_0 is what the server calls one that has no name ("Metastore": generated constraint names).
      def given(row) = row["name"].to_s.match?(/\A(?:pk|fk|uk|nn|dc|cc)_\d+_\d+_\d+\z/) ? "" : row["name"].to_s

      # The lowest of three bits ("ENABLE VALIDATE RELY").
      def relied(row) = row["rely"].to_i.odd? ? { "relied on" => true } : {}

      def foreign_key(table, parts, names)
        first = parts.first
        return if table.foreign_keys.any? { |key| key.columns == names && key.target_table.casecmp?(first["target"]) }

        table.foreign_keys << Catalog::ForeignKey.new(
          name: given(first), columns: names, target_schema: schema(first["target_place"]),
          target_table: first["target"], target_columns: parts.map { |row| row["target_col"] },
          on_delete: "no action", on_update: "no action", options: relied(first)
        )
      end

      def check(table, row)
        return if table.checks.any? { |check| check.name == row["name"] }

        table.checks << Catalog::Check.new(name: given(row), condition: row["text"].to_s, options: {})
      end

      # Functions that somebody has made: the server's own have no database before their names.
      def functions
        names = @query.call(FUNCTIONS).map { |row| row.values.first.to_s }.select { |name| name.include?(".") }
        names.map { |name| { "what" => "function", "name" => name } }
      end
    end
  end
end
