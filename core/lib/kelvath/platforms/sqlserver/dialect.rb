# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of SQL Server (Transact-SQL), in batches, with or without semicolons.
    class Sqlserver::Dialect < Reading::Dialect
      CLIENT = /:[a-z]+\b[^\n]*/i
      FILES = /mssql|sqlserver|tsql|sqlsrv|mssqlserver/i
      SIGNS = { /^[ \t]*GO[ \t]*\r?$/i => 12, /\[dbo\]|\bdbo\./i => 10, /\bIDENTITY\s*\(\s*\d/i => 6, /\bN'/ => 2,
        /\bnvarchar\b/i => 5,
                /\b(?:NON)?CLUSTERED\b/i => 6, /\bsp_(?:addextendedproperty|rename)\b/i => 12,
                  /\bON\s+\[PRIMARY\]/i => 12,
                /\b(?:uniqueidentifier|datetime2|smalldatetime|datetimeoffset)\b/i => 8, /\[[a-z_]\w*\]/i => 2,
                /\bSET\s+(?:ANSI_NULLS|QUOTED_IDENTIFIER|ANSI_PADDING|NOCOUNT|XACT_ABORT)\b/i => 12 }.freeze
      MAIN = "PRIMARY" # the filegroup where everything is unless it is said
      COMMENT = "MS_Description" # the property that programs show as one

      def kept_by_queries = %i[mandatory]
      def brackets? = true
      def nested_comments? = true
      def batch_end = "GO"
      def loose? = true
      def selects_into? = true
      def inline_indexes? = true
      def text_names? = true
      def retyping_says_all? = true

      def type_text(cursor, from) = schemaless(cursor.text(from).gsub(/[\["\]]/, ""))

      # A type as a design has it: those of the system, and of the first schema, without one.
      def schemaless(type) = type.sub(/\A(?:sys|dbo)\s*\.\s*/i, "").downcase
      def default_text(text) = Ddl::Piece.new(text, :expression).bare

      def default_named(column, name)
        column.options["default's name"] = name unless name.empty?
      end

      LEAST = -2**63 # where a sequence begins if nothing is said

      def sequence_made(sequence)
        sequence.first = nil if sequence.first == LEAST
        sequence.step = nil if sequence.step == 1
        sequence.least = nil if sequence.least == LEAST
        sequence.most = nil if sequence.most == -LEAST - 1
      end

      def unchecked(table) = (table.foreign_keys.last || table.checks.last)&.options&.store("unchecked", true)

      # EXEC sp_addextendedproperty, sp_rename
      def statement(cursor, grammar)
        return false unless cursor.word?("exec", "execute")

        ahead = cursor.peek(2)&.symbol?(".") ? 3 : 1
        case cursor.peek(ahead)&.value.to_s.downcase
        when "sp_addextendedproperty", "sp_updateextendedproperty" then property(arguments(cursor, ahead + 1), grammar)
        when "sp_rename" then renaming(arguments(cursor, ahead + 1), grammar)
        else return false
        end
        true
      end

      def finish(state, grammar)
        state.tables.each_value do |table|
          [ table, *table.keys, *table.indexes ].each do |each|
            each.options.delete("filegroup") if each.options["filegroup"].to_s.casecmp?(MAIN)
          end
        end
        passing, = state.tables.partition { |_, table| table.name.start_with?("#") }
        passing.each do |key, table|
          state.tables.delete(key)
          grammar.log.note(*state.lines[table], "#{table.name} lasts for a session only; it is left out.",
            object: table.name)
        end
      end

      private

      # { "value" => "…", "level0name" => "dbo" …}, by their names or their places.
      def arguments(cursor, from)
        cursor.at += from
        names = %w[name value level0type level0name level1type level1name level2type level2name]
        cursor.parts.each_with_index.to_h do |part, index|
          name = part.symbol?("=", 1) ? part.advance.value.delete_prefix("@").downcase : nil
          part.take_symbol("=") if name
          name ||= names[index]
          [ name, part.string || part.rest ]
        end
      end

      def property(told, grammar)
        return grammar.note("The property #{told['name']} is left out: designs have no place for it.") unless
          told["name"].to_s.casecmp?(COMMENT)

        state = grammar.state
        schema = schema(told["level0name"])
        return state.declare(schema, comment: told["value"]) if told["level1name"].nil?

        owner = owner(state, schema, told["level1name"])
        return grammar.warn("There is no #{told['level1name']} here that a comment could be for.") unless owner
        return owner.comment = told["value"] if told["level2name"].nil?

        column = column(state, owner, told)
        return column.comment = told["value"] if column

        grammar.note("A comment on #{told['level2name']} is left out: designs have no place for it.")
      end

      # The table or view of that name, in any case.
      def owner(state, schema, name)
        named = named(schema, name)
        state.find(:tables, named) || state.find(:views, named)
      end

      def named(schema, name)
        Reading::Name.new(place: [ schema, name ], key: [ schema && key_of(schema), key_of(name) ])
      end

      def column(state, owner, told)
        state.column(owner, told["level2name"]) if owner.respond_to?(:columns) &&
                                                   told["level2type"].to_s.casecmp?("column")
      end

      # 'dbo.vessel.hull', 'hull_no', 'COLUMN'
      def renaming(told, grammar)
        parts = (told["name"] || told["objname"]).to_s.delete("[]").split(".")
        to = (told["value"] || told["newname"]).to_s
        column = (told["level0type"] || told["objtype"]).to_s.casecmp?("column") ? parts.pop : nil
        named = named(schema(parts[-2]), parts.last.to_s)
        table = grammar.state.find(:tables, named)
        return grammar.note("sp_rename of #{parts.join('.')} is passed over.") if table.nil? || to.empty?
        return grammar.state.rename_column(table, column, to) if column

        grammar.state.move(:tables, named, [ table.schema, to ], [ named.key.first, key_of(to) ])
      end
    end
  end
end
