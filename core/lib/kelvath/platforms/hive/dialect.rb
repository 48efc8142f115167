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

      # SHOW CREATE TABLE tells a format by its classes ("Row Formats & SerDe" in the language manual), and what
      # the server notes for itself among the properties.
      FORMATS = { "OrcInputFormat" => "orc", "MapredParquetInputFormat" => "parquet", "TextInputFormat" => "textfile",
                  "AvroContainerInputFormat" => "avro", "RCFileInputFormat" => "rcfile",
                  "SequenceFileInputFormat" => "sequencefile" }.freeze
      READS = /(?:\bSTORED\s+AS\s+)?\bINPUTFORMAT\s+'[\w.]*?(\w+)'\s+OUTPUTFORMAT\s+'[^']*'/i
      ROWS_AS = { "orc" => "OrcSerde", "parquet" => "ParquetHiveSerDe", "avro" => "AvroSerDe",
                  "textfile" => "LazySimpleSerDe" }.freeze
      USUAL = "textfile" # what files are if nobody says otherwise
      ROWS_OF = /\ASERDE\s+'[\w.]*?(\w+)'\s*(?:WITH\s+SERDEPROPERTIES\s*\(\s*'serialization.format'\s*=\s*'1'\s*\))?\z/i
      NOTED = /\A'(?:transient_lastDdlTime|bucketing_version|last_modified_(?:by|time)|numFiles|numRows|rawDataSize|
               totalSize|COLUMN_STATS_ACCURATE|numPartitions|numFilesErasureCoded|comment)'\s*=/xi
      OUTSIDE = /\A'EXTERNAL'\s*=\s*'TRUE'\z/i

      def digit_names? = true
      def backslashes? = true
      def quoted_texts? = true
      def schema_is_database? = true
      def copies_all? = true
      def dotted_names? = true

      def finish(state, _grammar)
        state.tables.each_value do |table|
          said_by_classes(table.options)
          properties(table.options)
        end
      end

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

      private

      def said_by_classes(options)
        text = options["row format"].to_s
        format = FORMATS[text[READS, 1]] or return
        rows = text.sub(READS, "").strip
        options["stored as"] = format unless format == USUAL
        own = rows[ROWS_OF, 1] && [ nil, rows[ROWS_OF, 1] ].include?(ROWS_AS[format])
        rows.empty? || own ? options.delete("row format") : options["row format"] = rows
      end

      def properties(options)
        text = options["table properties"] or return
        said = text.scan(/'(?:[^'\\]|\\.)*'\s*=\s*'(?:[^'\\]|\\.)*'/)
        kept = said.reject { |each| each.match?(NOTED) }
        return if kept == said && said.none?(OUTSIDE)

        options["kind"] ||= "external" if kept.any?(OUTSIDE)
        kept.reject! { |each| each.match?(OUTSIDE) }
        kept.empty? ? options.delete("table properties") : options["table properties"] = kept.join(", ")
      end
    end
  end
end
