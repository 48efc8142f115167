# frozen_string_literal: true

require_relative "grammar/columns"
require_relative "grammar/constraints"
require_relative "grammar/indexes"
require_relative "grammar/copies"
require_relative "grammar/tables"
require_relative "grammar/parts"
require_relative "grammar/inheritance"
require_relative "grammar/alterations"
require_relative "grammar/others"
require_relative "grammar/drops"
require_relative "grammar/rights"
require_relative "grammar/blocks"
require_relative "grammar/soundness"
require_relative "grammar/finish"

module Kelvath
  module Reading
    # What a statement does to the State. By recursive descent; SQL:2016, and what is met beside it in any dialect: what
    # one of them knows does no harm in another. What it does not know is told in the log, or kept as text.
    class Grammar
      include Columns
      include Constraints
      include Indexes
      include Copies
      include Tables
      include Parts
      include Inheritance
      include Alterations
      include Others
      include Drops
      include Rights
      include Blocks
      include Soundness
      include Finish

      Catalog = Intake::Catalog
      PROGRAMS = %w[function procedure proc trigger package macro].freeze
      OBJECTS = %w[table view index sequence type schema database].freeze
      # Words between CREATE and what is made.
      MIXED_IN = %w[
        or replace alter global local temporary temp unlogged external transient volatile private virtual foreign column
        row history dynamic hybrid iceberg managed multiset set unique fulltext spatial bitmap clustered nonclustered
        columnstore materialized recursive force editionable noneditionable secure algorithm security constraint public
        cached memory immutable blockchain sharded duplicated aggregate json merge temptable undefined invoker
        descending ascending
      ].to_set.freeze
      # What is kept as text before everything, or after it.
      BEFORE = %w[extension domain language role user cast operator collation conversion default server foreign
                  assembly certificate partition xml fulltext tablespace profile directory context].freeze
      # What changes nothing that a design holds.
      SILENT = %w[
        set reset begin commit rollback start savepoint release lock unlock analyze vacuum pragma explain show describe
        desc prompt go print declare if end else exec execute call do flush optimize checkpoint reindex notify listen
        discard security refresh cluster check attach detach handler help kill purge change stop truncate delete update
        label terminate connect
        select with from values merge load waitfor raiserror return while dbcc noaudit audit msck
      ].to_set.freeze

      attr_reader :dialect, :state, :log

      def initialize(dialect, state, log)
        @dialect = dialect
        @state = state
        @log = log
        @said = Said.new(dialect)
        @targets = []
        @counting = Set.new.compare_by_identity # columns whose type says that they count
        @unknown = Hash.new(0)
        @passing_tables = Set.new.compare_by_identity # those that last for a session
        @texts = {}.compare_by_identity # { domain => the Piece that it is kept as }
      end

      # Does what a Statement says. Nothing that stands in it raises.
      def read(statement)
        @statement = statement
        @source = statement.source
        dispatch(Cursor.new(statement, dialect))
        within_schema(statement)
      rescue Unreadable => error
        tell(error)
      end

      # Tells where reading stopped, what was expected, and shows the line.
      def tell(error)
        line, column = @statement.place(error.byte)
        shown = line_text(error.byte)
        log.warn(@source, line, "#{error.message} “#{shown}” is passed over from column #{column} on.", column:)
      end

      # Notes something at the statement at hand.
      def note(message, object = "") = log.note(@source, @statement.line, message, object:)
      def warn(message, object = "") = log.warn(@source, @statement.line, message, object:)

      private

      attr_reader :said

      # CREATE SCHEMA name CREATE TABLE … (SQL:2016, 11.1): what follows is in it, up to what ends the statement.
      def within_schema(statement)
        words = statement.tokens.first(2).map(&:word)
        if statement.open? && words == %w[create schema] && @made_schema
          @around ||= [ state.schema ]
          state.schema = @made_schema
        elsif @around && !statement.open?
          state.schema = @around.first
          @around = nil
        end
      end

      def line_text(byte)
        text = @source.text
        from = [ byte - 200, 0 ].max
        before = text.byteslice(from...byte).scrub("")[/[^\n]*\z/]
        after = text.byteslice(byte, 200).scrub("")[/\A[^\r\n]*/]
        "#{before}#{after}".strip[0, 160]
      end

      def dispatch(cursor)
        return if dialect.statement(cursor, self)

        case cursor.word
        when "create" then create(cursor)
        when "alter" then alter(cursor)
        when "drop" then drop(cursor)
        when "comment" then cursor.word(1) == "on" ? comment_on(cursor) : passed(@statement.text)
        when "rename" then rename(cursor)
        when "insert", "replace", "copy", "upsert" then filling(cursor)
        when "use" then used(cursor)
        when "set" then setting(cursor)
        when "do" then block(cursor)
        when "exec", "execute", "declare", "begin", "if" then run_texts(cursor)
        when "select" then select_into(cursor)
        when "grant", "revoke" then dialect.platform.supports?(:roles) ? rights(cursor) : no_rights
        when "deny" then no_rights
        else other(cursor)
        end
      end

      def no_rights = once_told("Rights are not taken in; they are kept by the server.")

      def other(cursor)
        return if cursor.word && SILENT.include?(cursor.word)

        line, column = @statement.place(@statement.from)
        log.warn(@source, line, "“#{line_text(@statement.from)}” begins no statement that is known; it is left out.",
          column:)
      end

      def used(cursor)
        cursor.at += 1
        what = cursor.take_one("database", "schema", "role", "warehouse", "secondary")
        name = cursor.peek && (cursor.peek.name? ? cursor.qualified.name : cursor.string)
        return if name.nil? || %w[role warehouse secondary].include?(what)
        return state.schema = dialect.schema(name) if what == "schema" && !dialect.schema_is_database?
        return unless dialect.schema_is_database?

        state.schemas.delete(state.database = name) if state.database.nil?
        state.schema = name == state.database ? nil : name
      end

      def setting(cursor)
        if cursor.take("set", "default_tablespace")
          cursor.take("to") || cursor.take_symbol("=")
          return state.tablespace = (cursor.string || cursor.name).then { |name| name.empty? ? nil : name }
        end
        return unless cursor.take("set", "search_path|schema") || cursor.take("set", "current", "schema") ||
                      cursor.take("set", "local|session", "search_path")

        cursor.take("to") || cursor.take_symbol("=")
        name = cursor.string || (cursor.peek&.name? ? cursor.name : nil)
        state.schema = name && !name.empty? ? dialect.schema(name) : nil
      end

      def filling(cursor)
        cursor.at += 1
        cursor.take_one("into", "overwrite", "ignore", "delayed", "low_priority")
        cursor.take("or") && cursor.at += 1
        cursor.take("into")
        cursor.take("table")
        return unless cursor.peek&.name?

        name = cursor.qualified
        state.rows[[ name.schema, name.name ].compact.join(".")] ||= [ @source, @statement.line ]
        copied_rows(name)
      end

      def create(cursor)
        cursor.at = 1
        replace = cursor.take("or", "replace|alter")
        kind, options = made(cursor)
        words = (1...cursor.at).map { |at| cursor.word(at - cursor.at) }
        @passing = words.include?("global") ? false : words.any? { |word| %w[temp temporary].include?(word) }
        case kind
        when "table" then create_table(cursor, options, replace:)
        when "view" then create_view(cursor, view_options(cursor))
        when "index" then (cursor.at = 1) && create_index(cursor)
        when "sequence" then create_sequence(cursor)
        when "type" then cursor.word(1) == "body" ? create_program(cursor, "type") : create_type(cursor)
        when "domain" then create_domain(cursor)
        when "role" then create_role(cursor)
        when "schema", "database" then cursor.word(1) == "link" ? unmodelled(cursor, kind) : create_schema(cursor)
        when *PROGRAMS then create_program(cursor, kind)
        else unmodelled(cursor, kind)
        end
      end

      # The word that says what is made, with the cursor at it, and what was said of it before. A word that is not known
      # may stand before it.
      def made(cursor)
        options = {}
        until cursor.end?
          word = cursor.word
          return [ word, options ] if object?(word)
          next if said.take(cursor, :table, options)

          if cursor.take("sql", "security") then cursor.at += 1
          elsif word == "definer" then dialect.pass_definer(cursor)
          elsif MIXED_IN.include?(word) || cursor.symbol?("=") || adjective?(cursor, word) then cursor.at += 1
          else return [ word, options ]
          end
        end
        [ nil, options ]
      end

      def object?(word) = OBJECTS.include?(word) || PROGRAMS.include?(word)
      def adjective?(cursor, word) = word && !BEFORE.include?(word) && object?(cursor.word(1))

      # What is said of a view before the word.
      def view_options(cursor)
        ending = cursor.at
        options = {}
        cursor.at = 1
        until cursor.at >= ending
          cursor.at += 1 unless said.take(cursor, :view, options)
        end
        cursor.at = ending
        options
      end

      def unmodelled(cursor, kind)
        place = kind && BEFORE.include?(kind) ? "before" : "after"
        kept(dialect.kept_text(kind, @statement.text), place)
        note("#{[ 'CREATE', kind&.upcase ].compact.join(' ')} is kept as text: designs do not hold such things yet.")
        cursor.rest
      end

      def alter(cursor)
        cursor.at = 1
        cursor.take_one("foreign", "external", "materialized", "ignore", "online")
        case cursor.advance&.word
        when "table" then alter_table(cursor)
        when "sequence" then alter_sequence(cursor)
        when "type" then alter_type(cursor)
        when "view" then altered_view(cursor)
        when "index" then altered_index(cursor)
        when *PROGRAMS then altered_program(cursor)
        else passed(@statement.text)
        end
      end

      # Where it says all anew, it is made anew.
      def altered_program(cursor)
        return passed(@statement.text) unless dialect.batch_end

        cursor.at -= 1
        create_program(cursor, cursor.word, altered: true)
      end

      def altered_view(cursor)
        cursor.take("if", "exists")
        name = cursor.qualified
        return passed(cursor.rest) unless state.find(:views, name)

        if cursor.take("rename", "to") then rename_in(:views, name, cursor.qualified)
        elsif cursor.word?("as") || cursor.symbol?("(")
          view = state.find(:views, name)
          view.column_names = view_columns(cursor) if cursor.symbol?("(")
          cursor.take("as") && view.query = query(cursor, view)
        else passed(cursor.rest)
        end
      end

      def altered_index(cursor)
        cursor.take("if", "exists")
        name = cursor.qualified
        return cursor.rest if cursor.take("attach", "partition") # of a partition: the table has it
        return passed(cursor.rest) unless cursor.take("rename", "to")

        _, index = state.index(name.name)
        to = cursor.name
        return index.name = to if index

        state.tables.each_value { |table| table.keys.each { |key| key.name = to if state.same?(key.name, name.name) } }
      end

      # place: "before" or "after" everything else.
      def kept(text, place) = state.pieces << Catalog::Piece.new(text:, place:)

      # What is told once, however often it is met.
      def once_told(message)
        return if (@unknown[message] += 1) > 1

        note(message)
      end

      # What says nothing that a design holds.
      def passed(text)
        once_told("“#{text.to_s.gsub(/\s+/, ' ')[0, 80]}” says nothing that a design holds; it is passed over.")
      end

      # What stands side by side is told at once.
      def left_out(from, cursor, of)
        last = @left
        joined = last && last[:statement].equal?(@statement) && last[:of] == of && last[:to] == from &&
                 last[:remark].equal?(log.remarks.last)
        from = last[:from] if joined
        text = cursor.text(from).gsub(/\s+/, " ")[0, 120]
        message = [ "“#{text}”", of, "is left out: designs have no place for it." ].reject(&:empty?).join(" ")
        joined ? log.remarks.last.message = message : note(message)
        @left = { statement: @statement, of:, from:, to: cursor.at, remark: log.remarks.last }
      end

      # All that is left of a cursor is left out. Answers true.
      public def left(cursor, of)
        left_out(cursor.at, cursor.tap(&:rest), of)
        true
      end

      def log_left(cursor, text)
        note("#{text} is left out: designs have no place for it.")
        cursor.rest unless @in_table
        cursor.pass_part if @in_table
      end

      def passed_over(name, why) = note("#{name.place.compact.join('.')} #{why}; this statement is passed over.")

      # Something is said of what is not there.
      def lost(name, what)
        warn("There is no #{name.place.compact.join('.')} here that #{what} could be for; it is passed over.",
             name.place.compact.join("."))
        nil
      end
    end
  end
end
