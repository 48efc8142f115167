# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of SQLite (https://www.sqlite.org/lang.html), and what its shell adds to them.
    class Sqlite::Dialect < Reading::Dialect
      CLIENT = /\.[a-z]+[^\n]*/
      FILES = /sqlite|sqlite3/i
      SIGNS = { /\bPRAGMA\s+\w+/i => 10, /\bAUTOINCREMENT\b/i => 8, /\bWITHOUT\s+ROWID\b/i => 10,
        /\bsqlite_sequence\b/i => 20,
                /\)\s*STRICT\b/i => 6, /\bINTEGER\s+PRIMARY\s+KEY\b/i => 2,
                  /\bON\s+CONFLICT\s+(?:REPLACE|IGNORE|ABORT)\b/i => 4,
                /^\.\w+/ => 3, /\bUSING\s+fts\d\b/i => 10 }.freeze

      def brackets? = true
      def text_names? = true
      def outputs_keep_names? = false
      def usual_collation = "binary"
      def nulls_last? = true
      def cascades? = false
      def program_text(statement)
        statement.text.sub(/\A(CREATE\s+(?:TEMP(?:ORARY)?\s+)?TRIGGER\s+)IF\s+NOT\s+EXISTS\s+/i, '\1')
      end
      def quoted_texts? = true
      def type_text(cursor, from) = cursor.text(from).gsub(/["`\[\]]/, "").downcase

      # The order of the shell's dumps: a table of a row's own number counts.
      def table_made(table)
        primary = table.keys.find(&:primary)
        return if primary.nil? || primary.columns.size > 1

        column = table.columns.find { |each| each.name.casecmp?(primary.columns.first) }
        column.identity = true if column && column.native_type.casecmp?("integer") && !table.options["without rowid"]
      end

      # The columns of a virtual table are what its module is told, as far as those are names.
      def table_part(cursor, table, grammar)
        return false unless cursor.take("using")

        cursor.at += 1
        grammar.note("This is a virtual table; only its columns are taken in.", table.name)
        return true unless cursor.symbol?("(")

        cursor.within.parts.each do |part|
          next unless part.peek&.name? && !part.symbol?("=", 1)

          table.columns << Intake::Catalog::Column.new(name: part.name, native_type: "", mandatory: false,
            identity: false,
                                                       default_value: "", computed: nil, stored: false, comment: "",
                                                         options: {})
        end
        true
      end

      # A primary key leaves its columns as they are, but where rows are kept in its own tree.
      def key_made(_table, _key) = nil

      def finish(state, _grammar)
        state.tables.each_value do |table|
          next unless table.options["without rowid"] || table.options["strict"]

          table.keys.select(&:primary).each { |key| mandatory(table, key) if table.options["without rowid"] }
        end
      end

      def column_keyed(column, cursor)
        column.options["autoincrement"] = true if cursor.take("autoincrement")
      end

      # Only its affinity is left (the manual's "Datatypes In SQLite", 3.1, and "CREATE TABLE").
      def queried_type(type)
        case type
        when /int/i then "INT"
        when /char|clob|text/i then "TEXT"
        when /blob/i, "" then ""
        when /real|floa|doub/i then "REAL"
        else "NUM"
        end
      end

      # The text of an index stays as it is written.
      def index_text(_table, _index, parts, _text)
        cursor = parts.first.statement
        on = cursor.tokens.find { |token| token.word == "on" } or return super
        cursor.source.text.byteslice(on.from...cursor.to)
      end

      private

      def mandatory(table, key)
        key.columns.each { |name| table.columns.find { |each| each.name.casecmp?(name) }&.mandatory = true }
      end
    end
  end
end
