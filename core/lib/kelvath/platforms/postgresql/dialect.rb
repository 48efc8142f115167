# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of PostgreSQL and of its client (the manual's part VI and "psql").
    class Postgresql::Dialect < Reading::Dialect
      CLIENT = /\\[^\n]*/
      FILES = /pg|pgsql|postgres|postgresql|plpgsql|psql/i
      SIGNS = { /\bSET\s+search_path\b|set_config\('search_path'/i => 20, /\b(?:big|small)?serial\b/i => 3,
        /::\w+/ => 3,
                /\bCOPY\s+\S+[^;]*\sFROM\s+stdin/i => 20, /\$\w*\$/ => 4, /\bALTER\s+TABLE\s+ONLY\b/i => 10,
                /\bOWNER\s+TO\b/i => 6, /\b(?:plpgsql|jsonb|bytea|timestamptz|citext|tsvector)\b/i => 6,
                /\bpg_\w+/ => 4, /\bUSING\s+(?:gin|gist|btree|brin)\b/i => 4, /\bcharacter\s+varying\b/i => 2,
                /\bCREATE\s+EXTENSION\b/i => 20, /\bnextval\s*\(/i => 3, /^\\\w+/ => 5 }.freeze
      COUNTING = { "serial" => "integer", "serial4" => "integer", "bigserial" => "bigint", "serial8" => "bigint",
                   "smallserial" => "smallint", "serial2" => "smallint" }.freeze
      ARRAY = /(?:\s*\[\d*\])+\z|\s+array(?:\s*\[\d*\])?\z/i # bounds and dimensions mean nothing
      # A type of these words is not a name followed by a type.
      LEADS = /\A(?:double\s+precision|character\s+varying|bit\s+varying|(?:timestamp|time)\s|national\s)/i

      def dollar_texts? = true
      def numbered(column, always:, on_null:)
        super
        column.options["numbering"] = "always" if always
      end

      COUNTS = /\Anextval\s*\(\s*'((?:[^']|'')+)'(?:\s*::\s*(?:regclass|text))*\s*\)\z/i

      def counts_by?(column, sequence)
        named = column.default_value[COUNTS, 1] or return false
        parts = named.gsub("''", "'").scan(/"(?:[^"]|"")+"|[^."]+/)
                     .map { |part| part.delete_prefix('"').chomp('"').gsub('""', '"') }
        parts.last.casecmp?(sequence.name) && (parts.size == 1 || parts.first.casecmp?(sequence.schema || "public"))
      end

      # Said in all: finish takes away what the server would call it anyway.
      def counter_named(table, column, place)
        schema, name = place
        column.options["numbered by"] = [ (schema || "public" unless schema == table.schema), name ].compact.join(".")
      end

      def next_number(sequence)
        name = sequence.place.compact.map { |part| part.match?(/\A[a-z_][a-z_0-9]*\z/) ? part : platform.quote(part) }
        "nextval(#{platform.literal(name.join('.'))}::regclass)"
      end

      def counts_as?(table, column, place)
        column.identity && place == [ table.schema, column.options["numbered by"] ||
                                                    given_name(:sequence, table:, columns: [ column.name ], taken: []) ]
      end

      # The sequence of a column goes on under its name when the table or the column is called otherwise.
      def called_otherwise(table, column)
        column.options["numbered by"] ||= given_name(:sequence, table:, columns: [ column.name ], taken: []) if
          column.identity
      end

      # Extensions and languages are there for all that a database holds.
      def kept_text(kind, text)
        case kind
        when "extension" then text.sub(/\A(CREATE\s+EXTENSION\s+)(?!IF\b)/i, '\1IF NOT EXISTS ')
        when "language" then text.sub(/\ACREATE\s+(?!OR\b)/i, "CREATE OR REPLACE ")
        else text
        end
      end

      def nested_comments? = true
      def overloads? = true
      def selects_into? = true
      def fold(name) = name.downcase
      def key_of(name, quoted: false) = name # rubocop:disable Lint/UnusedMethodArgument
      def column_key(name) = name

      def forms
        checked = platform.option(:view, "check option")
        [ [ checked, "WITH CHECK OPTION", "cascaded" ], [ checked, "check_option=local", "local" ],
          [ checked, "check_option=cascaded", "cascaded" ],
          [ platform.option(:view, "security barrier"), "security_barrier", true ],
          [ platform.option(:foreign_key, "deferrable"), "INITIALLY DEFERRED DEFERRABLE", "initially deferred" ],
          [ platform.option(:foreign_key, "deferrable"), "INITIALLY DEFERRED", "initially deferred" ],
          [ platform.option(:key, "deferrable"), "INITIALLY DEFERRED", "initially deferred" ],
          [ platform.option(:index, "tablespace"), "USING INDEX TABLESPACE %s" ] ]
      end

      # Without the schema that needs no name.
      def type_text(cursor, from) = cursor.text(from).sub(/\A(?:"?public"?|"?pg_catalog"?)\s*\.\s*/i, "")

      def type(text)
        native = COUNTING[text.downcase]
        return [ native, { identity: true, mandatory: true } ] if native

        [ text.sub(/\Anational\s+/i, "").sub(ARRAY) { "[]" }, {} ]
      end

      def table_made(table) = name_checks(table)

      # The server names a check by the column it looks at, if that is one.
      def name_checks(table)
        table.checks.select { |check| check.name.empty? }.each do |check|
          named = table.columns.map(&:name).select { |name| looks_at?(check.condition, name) }
          check.name = given_name(:check, table:, columns: named.one? ? named : [], taken: taken(table))
        end
      end

      def given_name(kind, table:, columns:, taken:)
        Postgresql::GivenNames.name(kind, table: table.name, columns:, taken:)
      end

      def index_text(table, index, _parts, text)
        method = index.options["method"] || "btree"
        "ON #{table_name(table)} USING #{method} #{text.sub(/\A\s*USING\s+\w+\s*/i, '')}"
      end

      def options_of_special(_options) = {}

      def index_made(table, index, names)
        super
        index.options.delete("method") if index.options["method"].to_s.casecmp?("btree")
      end

      # What counts by a sequence of its own is inherited as what the sequence gives; what counts by itself is not.
      def inherited(parent, column, copy, counting:)
        return unless copy.identity

        copy.identity = false
        sequence = given_name(:sequence, table: parent, columns: [ column.name ], taken: [])
        copy.default_value = "nextval('#{[ parent.schema, sequence ].compact.join('.')}'::regclass)" if counting
      end

      # Routines of one name are told apart by the types of what they take.
      def signature(text) = Ddl::Piece.new(text, :words).split.map { |argument| argument_type(argument) }.join(", ")

      # Keys of a partition are the table's, under names of their own.
      def parted(parent, table)
        parent.keys.dup.each do |key|
          table.keys << key.dup.tap do |copy|
            copy.columns = key.columns.dup
            copy.name = given_name(key.primary ? :primary : :unique, table:, columns: key.columns, taken: taken(table))
          end
        end
      end

      def finish(state, _grammar)
        state.tables.each_value do |table|
          name_checks(table)
          single_keys(table)
          table.columns.each { |column| as_given(table, column) }
          own_types(table, state.enumerations.merge(state.domains)) if table.schema
        end
        state.sequences.each_value { |sequence| usual(sequence) }
      end

      # The name of what a part of an index is: its function's, if it is one.
      def part_name(part)
        part.at = 0
        part = part.within while part.symbol?("(")
        part.peek&.name? && part.symbol?("(", 1) ? part.name : "expr"
      end

      private

      def argument_type(argument)
        text = argument.sub(/\s*(?:\bdefault\b|:?=).*\z/mi, "").sub(/\A\s*(?:in\s+|inout\s+|variadic\s+)/i, "").strip
        return "" if text.match?(/\Aout\s/i)

        text = text.sub(/\A(?:"[^"]*"|[[:alpha:]_][\w$]*)\s+(?=\S)/, "") unless text.match?(LEADS)
        platform.write_type(platform.read_type(text))
      rescue InvalidValue
        text.downcase
      end

      # A type of the table's own schema needs no schema where the script set its path so.
      def own_types(table, types)
        table.columns.each do |column|
          found = types[[ table.schema, column.native_type.downcase ]] or next
          column.native_type = found.place.map { |part| platform.quote(part) }.join(".")
        end
      end

      # The server makes no second key over the same columns.
      def single_keys(table)
        primary = table.keys.find(&:primary)
        table.keys.reject! { |key| primary && !key.primary && key.columns == primary.columns }
      end

      # What the server takes anyway is not said.
      def as_given(table, column)
        own = column.options["collation"]&.split(".")&.last
        own == "default" ? column.options.delete("collation") : (column.options["collation"] = own if own)
        counter = given_name(:sequence, table:, columns: [ column.name ], taken: [])
        column.options.delete("numbered by") if !column.identity || column.options["numbered by"] == counter
      end

      def usual(sequence)
        up = (sequence.step || 1).positive?
        sequence.first = nil if sequence.first == (up ? 1 : -1)
        sequence.step = nil if sequence.step == 1
        sequence.least = nil if sequence.least == (up ? 1 : -(2**63))
        sequence.most = nil if sequence.most == (up ? (2**63) - 1 : -1)
      end
    end
  end
end
