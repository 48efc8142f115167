# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of Hive (its language manual, "DDL").
    class Hive::Dialect < Reading::Dialect
      CLIENT = /![a-z]+[^\n]*|(?:dfs|add\s+(?:jar|file|archive)s?|source|msck)\s[^\n]*/i
      FILES = /hive|hql/i
      SIGNS = { /\bSTORED\s+AS\b/i => 10, /\bPARTITIONED\s+BY\b/i => 10, /\bROW\s+FORMAT\b/i => 12,
        /\bTBLPROPERTIES\b/i => 12,
                /\b(?:array|map|struct)\s*</i => 10, /\bEXTERNAL\s+TABLE\b/i => 8, /\bSERDE\b/i => 10,
                /\bINTO\s+\d+\s+BUCKETS\b/i => 12, /\bLOCATION\s+['"]/i => 6, /\bINSERT\s+OVERWRITE\b/i => 8,
                /\b(?:bigint|string)\s+COMMENT\b/i => 8 }.freeze

      def digit_names? = true
      def backslashes? = true
      def quoted_texts? = true
      def schema_is_database? = true
      def copies_all? = true

      # REPLACE COLUMNS (column type, …): those instead of what is there.
      def altered(part, table, grammar)
        return false unless part.take("replace", "columns")

        table.columns.select! { |column| column.options["parts"] }
        parting = table.columns.dup
        table.columns.clear
        grammar.more_columns(part.within, table)
        table.columns.concat(parting)
        true
      end

      # PARTITIONED BY (column type …): columns of the table that rows are parted by.
      def table_part(cursor, table, grammar)
        return false unless cursor.take("partitioned", "by")
        return grammar.left(cursor, "of the table #{table.title}") if cursor.take("spec")

        before = table.columns.size
        grammar.more_columns(cursor.within, table)
        table.columns.drop(before).each { |column| column.options["parts"] = true }
        true
      end
    end
  end
end
