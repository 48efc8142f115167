# frozen_string_literal: true

module Kelvath
  module Platforms
    # Oracle tells each thing by DBMS_METADATA ("PL/SQL Packages and Types Reference"): tables with their constraints,
    # and everything else by a statement of its own.
    class Oracle::CatalogReader < Intake::ScriptedReader
      PLATFORM = "oracle"
      KINDS = { "TABLE" => "table", "INDEX" => "table", "TRIGGER" => "table", "VIEW" => "view",
                "MATERIALIZED VIEW" => "view", "SEQUENCE" => "sequence", "TYPE" => "type" }.freeze

      HERE = <<~SQL
        SELECT SYS_CONTEXT('USERENV', 'CURRENT_SCHEMA') AS place,
               (SELECT MIN(version) FROM product_component_version WHERE product LIKE 'Oracle%') AS version FROM dual
      SQL

      # An index that a constraint made, and a table that stands for a materialized view, come with these.
      OBJECTS = <<~SQL
        SELECT o.owner AS place, o.object_name AS name, o.object_type AS kind, o.owner AS owner,
               CASE o.object_type WHEN 'INDEX' THEN (SELECT i.table_name FROM all_indexes i WHERE i.owner = o.owner
                 AND i.index_name = o.object_name)
               WHEN 'TRIGGER' THEN (SELECT t.table_name FROM all_triggers t WHERE t.owner = o.owner
                 AND t.trigger_name = o.object_name) END AS beside,
               DBMS_METADATA.GET_DDL(REPLACE(o.object_type, ' ', '_'), o.object_name, o.owner) AS text
        FROM all_objects o
        WHERE o.oracle_maintained = 'N' AND o.generated = 'N' AND o.secondary = 'N'
          AND o.object_type IN ('TABLE', 'INDEX', 'VIEW', 'MATERIALIZED VIEW', 'SEQUENCE', 'FUNCTION', 'PROCEDURE',
            'TRIGGER', 'TYPE')
          AND NOT EXISTS (SELECT 1 FROM all_constraints c WHERE o.object_type = 'INDEX' AND c.index_owner = o.owner
            AND c.index_name = o.object_name)
          AND NOT EXISTS (SELECT 1 FROM all_mviews m WHERE o.object_type = 'TABLE' AND m.owner = o.owner
            AND m.mview_name = o.object_name)
        ORDER BY o.owner, DECODE(o.object_type, 'SEQUENCE', 1, 'TYPE', 2, 'TABLE', 3, 'INDEX', 4, 'VIEW', 5, 6),
          o.object_name
      SQL

      COMMENTS = <<~SQL
        SELECT c.owner AS place, c.table_name AS name, c.column_name AS col, c.comments AS text FROM all_col_comments c
        JOIN all_users u ON u.username = c.owner WHERE u.oracle_maintained = 'N' AND c.comments IS NOT NULL
        UNION ALL SELECT t.owner, t.table_name, NULL, t.comments FROM all_tab_comments t
        JOIN all_users u ON u.username = t.owner WHERE u.oracle_maintained = 'N' AND t.comments IS NOT NULL
      SQL

      SIZES = <<~SQL
        SELECT t.owner AS place, t.table_name AS name, t.num_rows AS row_count, t.blocks * 8192 AS byte_count
        FROM all_tables t JOIN all_users u ON u.username = t.owner WHERE u.oracle_maintained = 'N'
      SQL

      # { name => [SQL, columns that an answer must have] }
      QUESTIONS = { "here" => [ HERE, %w[PLACE VERSION] ], "objects" => [ OBJECTS, %w[PLACE NAME KIND BESIDE TEXT] ],
                    "comments" => [ COMMENTS, %w[PLACE NAME COL TEXT] ],
                    "sizes" => [ SIZES, %w[PLACE NAME ROW_COUNT BYTE_COUNT] ] }.freeze

      HEADING = <<~TEXT
        -- Kelvath asks what an Oracle database holds: its tables, views, sequences, routines. Nothing is changed, and
        -- no row of any table is read. Run it with SQL*Plus 12.2 or later, in an empty folder:
        --
        --   sqlplus -S USER@DATABASE @questions-oracle.sql
        --
        -- It tells what the user may see; SELECT_CATALOG_ROLE lets it see all. It writes a CSV file for each question
        -- into that folder; send these back in one zip.
        SET MARKUP CSV ON QUOTE ON
        SET LONG 4000000 LONGCHUNKSIZE 4000000 LINESIZE 32767 PAGESIZE 50000
        SET TRIMSPOOL ON FEEDBACK OFF TERMOUT OFF ECHO OFF
        SET TRANSACTION READ ONLY;
      TEXT

      # The file for SQL*Plus; questions: { file's name => SQL on one line }
      def self.asking(questions)
        asked = questions.map { |file, sql| "SPOOL #{file}\n#{wrapped(sql)};\nSPOOL OFF\n" }
        "#{HEADING}\n#{asked.join("\n")}\nCOMMIT;\nEXIT\n"
      end

      # SQL*Plus takes lines of 3,000 characters at most.
      def self.wrapped(sql) = sql.gsub(/(.{1,100})(?:\s+|\z)/, "\\1\n").strip
      private_class_method :wrapped
    end
  end
end
