# frozen_string_literal: true

module Kelvath
  module Platforms
    # Snowflake tells whole schemas as scripts (GET_DDL), as far as the role at hand sees them; "public" is the one that
    # needs no name.
    class Snowflake::CatalogReader < Intake::ScriptedReader
      PLATFORM = "snowflake"

      HERE = <<~SQL
        SELECT CURRENT_DATABASE() AS place, CURRENT_VERSION() AS version, CURRENT_ROLE() AS seen_by
      SQL

      # What the role at hand may see; kind: one of Intake::Scope::KINDS.
      LIST = <<~SQL
        SELECT table_schema AS place, table_name AS name,
               CASE WHEN table_type LIKE '%VIEW%' THEN 'view' ELSE 'table' END AS kind, table_owner AS owner,
               row_count, bytes AS byte_count
        FROM information_schema.tables WHERE table_schema <> 'INFORMATION_SCHEMA'
        UNION ALL SELECT sequence_schema, sequence_name, 'sequence', sequence_owner, NULL, NULL
          FROM information_schema.sequences
        UNION ALL SELECT function_schema, function_name, 'routine', function_owner, NULL, NULL
          FROM information_schema.functions
        UNION ALL SELECT procedure_schema, procedure_name, 'routine', procedure_owner, NULL, NULL
          FROM information_schema.procedures
      SQL

      # All of the database in one text.
      SCRIPT = "SELECT GET_DDL('DATABASE', CURRENT_DATABASE(), TRUE) AS text"

      # What that text leaves out, and no design holds: [what, name].
      REST = <<~SQL
        SELECT 'stage' AS what, stage_schema || '.' || stage_name AS name FROM information_schema.stages
        UNION ALL SELECT 'rights', p.privilege_type || ' on ' || p.object_schema || '.' || p.object_name || ' to ' ||
            p.grantee
          FROM information_schema.object_privileges p
          WHERE p.privilege_type <> 'OWNERSHIP' AND p.object_type IN ('TABLE', 'VIEW')
      SQL

      # { name => [SQL, columns that an answer must have] }
      QUESTIONS = { "here" => [ HERE, %w[PLACE VERSION SEEN_BY] ],
                    "list" => [ LIST, %w[PLACE NAME KIND OWNER ROW_COUNT BYTE_COUNT] ],
                    "script" => [ SCRIPT, %w[TEXT] ], "rest" => [ REST, %w[WHAT NAME] ] }.freeze

      HEADING = <<~TEXT
        -- Kelvath asks what a Snowflake database holds: its tables, views, sequences, routines. Nothing is changed, and
        -- no row of any table is read. Run it with SnowSQL, in an empty folder:
        --
        --   snowsql -d DATABASE -r ROLE -f questions-snowflake.sql
        --
        -- It tells what that role sees. It writes a CSV file for each question into that folder; send these back in one
        -- zip.
        !set output_format=csv
        !set header=true
        !set timing=false
        !set friendly=false
        !set quiet=true
      TEXT

      # The file for SnowSQL; questions: { file's name => SQL on one line }
      def self.asking(questions)
        asked = questions.map { |file, sql| "!spool #{file}\n#{sql};\n!spool off\n" }
        "#{HEADING}\n#{asked.join("\n")}"
      end

      # The Catalog. The text is of all there is; what is not in the scope is left out of what was read.
      def read
        @progress.step(0, 1, "asking for the script of #{here['place']}")
        text = ask("script").first.fetch("text").to_s
        catalog = Reading.read([ Reading::Source.new(name: here["place"].to_s, text:) ], platform:,
                               progress: @progress).catalog
        size(catalog)
        untaken { ask("rest") }
        in_scope(catalog)
      end

      private

      def schema(place) = platform.dialect.schema(place)

      # [Item, …]
      def listed
        @listed ||= ask("list").map do |row|
          Intake::Item.new(kind: row["kind"], schema: schema(row["place"]), name: row["name"], owner: row["owner"].to_s,
                   rows: row["row_count"]&.to_i, bytes: row["byte_count"]&.to_i, readable: true)
        end
      end

      def unseen
        role = here["seen_by"].to_s
        seen = listed.map { |item| item.schema || Snowflake::FIRST_SCHEMA.upcase }.uniq.sort
        [ "Told is what #{role.empty? ? 'this user' : "the role #{role}"} sees: " \
          "#{seen.one? ? 'the schema' : 'the schemas'} #{seen.join(', ')}. Whether there are others the server does " \
          "not say." ]
      end

      def size(catalog)
        sizes = listed.select { |item| item.kind == "table" }.to_h { |item| [ [ item.schema, item.name ], item ] }
        catalog.tables.each do |table|
          item = sizes[table.place] or next
          table.rows, table.bytes = item.rows, item.bytes
        end
      end

      def in_scope(catalog)
        lists = { tables: "table", views: "view", sequences: "sequence", routines: "routine" }.to_h do |list, kind|
          [ list, catalog.public_send(list).select { |each| taken?(kind, each.schema, each.name) } ]
        end
        used = lists.values.flatten.to_set(&:schema)
        schemas = catalog.schemas.select { |each| @scope.nil? || used.include?(each.name) }
        Intake::Catalog.new(**lists, schemas:, enumerations: catalog.enumerations, domains: catalog.domains,
                             pieces: @scope ? [] : catalog.pieces, roles: catalog.roles,
                             version: here["version"], log: catalog.log + @log)
      end
    end
  end
end
