# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of Oracle, and of its client (the SQL reference, PL/SQL, and the SQL*Plus guide).
    class Oracle::Dialect < Reading::Dialect
      CLIENT = /(?:rem(?:ark)?|prompt|spool|set|conn(?:ect)?|whenever|(?:un)?define|accept|column|[tb]title|show|exit|
                quit|host|start|pause|clear|var(?:iable)?|print|timing|exec(?:ute)?|break|compute|desc(?:ribe)?|
                disc(?:onnect)?|password|!)(?![[:alnum:]_$(])[^\n]*|@[^\n]*/xi
      FILES = /oracle|ora|plsql|oci/i
      SIGNS = { /\bVARCHAR2\b/i => 10, /\bNUMBER\s*\(/i => 5, /^\/\s*$/ => 10, /\bSYSDATE\b/i => 6,
        /\bNVARCHAR2\b/i => 8,
                /\bTABLESPACE\b/i => 3, /\bPCTFREE\b/i => 8, /^(?:PROMPT|REM|SET\s+DEFINE|SPOOL|WHENEVER)\b/i => 10,
                /\bENABLE\b/i => 1, /\bUSING\s+INDEX\b/i => 6, /\bCASCADE\s+CONSTRAINTS\b/i => 10,
                  /\b(?:NCLOB|CLOB)\b/i => 2,
                /\bFROM\s+DUAL\b/i => 6, /\.NEXTVAL\b/i => 6, /\bRETURN\s+\w+\s+(?:IS|AS)\b/i => 3 }.freeze

      def kept_by_queries = %i[mandatory]
      def own_marks? = true
      def slash? = true
      def copies_all? = false
      def overloads? = false

      def type_text(cursor, from) = cursor.text(from).sub(/\A"?(?:sys|mdsys)"?\s*\.\s*/i, "").delete('"')

      def numbered(column, always:, on_null:)
        super
        column.options["numbering"] = "always" if always
        column.options["numbering"] = "where nothing is given" if on_null
      end

      def program_text(statement)
        statement.text.sub(/\s*;\s*\z/, "").sub(/\ACREATE\s+OR\s+REPLACE\s+(?:(?:NON)?EDITIONABLE\s+)?/i, "CREATE ")
      end

      def forms
        of = ->(kind, name) { platform.option(kind, name) }
        [ [ of.(:table, "unlogged loads"), "NOLOGGING", true ], [ of.(:index, "unlogged loads"), "NOLOGGING", true ],
          [ of.(:table, "compression"), "COMPRESS FOR OLTP", "advanced" ] ].reject { |option, *| option.nil? }
      end

      # A constraint that is enabled and looked at is as any other.
      def finish(state, _grammar)
        state.tables.each_value do |table|
          table.columns.each { |column| column.default_value = "" if column.default_value.casecmp?("null") }
        end
        state.sequences.each_value do |sequence|
          sequence.first = nil if sequence.first == 1
          sequence.step = nil if sequence.step == 1
          sequence.least = nil if sequence.least == 1
          sequence.most = nil if sequence.most.to_i >= (10**27) - 1
        end
      end
    end
  end
end
