# frozen_string_literal: true

module Kelvath
  module Reading
    # How scripts of a platform are written: what the lexer and the grammar must know of it. Standard SQL, and what is
    # met in scripts of many makers; a platform's subclass says only what differs.
    class Dialect
      BLANKS = /(?:\s++|--[^\n]*+)+/
      # Statements that fill tables, or ask: they are counted and passed over.
      ROWS = %w[insert replace update delete merge select with values copy load lock unlock truncate upsert from].freeze
      # What a client does for itself stands on a line of its own.
      CLIENT = nil
      # Words by which its scripts are known: { regular expression => how much one of them counts }.
      SIGNS = {}.freeze
      # What files are called that hold them: a whole word of their names.
      FILES = nil
      ESCAPES = { "n" => "\n", "t" => "\t", "r" => "\r", "0" => "" }.freeze
      attr_reader :platform

      def initialize(platform)
        @platform = platform
      end

      # Its platform's.
      def key = platform.key

      # White space and comments that end with their line.
      def skipped = BLANKS
      def brackets? = false # [name]
      def backslashes? = false # begin an escape in a text
      def dollar_texts? = false # $$ text $$
      def own_marks? = false # q'[text]'
      def nested_comments? = false
      # Can a name begin with digits?
      def digit_names? = false
      # Can no name have a dot in it, so that one in quotation marks parts a schema from what is in it?
      def dotted_names? = false
      def conditional_comments? = false # /*!40101 what counts all the same */
      def client = self.class::CLIENT
      # The word that stands alone on a line between batches.
      def batch_end = nil
      # Does a line with a slash alone end what holds statements?
      def slash? = false
      # Are statements told apart by their first words, where no semicolon stands between them?
      def loose? = false
      # Can a text in quotation marks of its own be a name (AS 'total'), and a name's marks hold a text ("low")?
      def text_names? = false
      def quoted_texts? = false
      # Do indexes stand among the columns: INDEX name (columns)? Can unique keys be over the first letters of columns?
      def inline_indexes? = false
      def keys_of_parts? = false
      # Is a schema what others call a database?
      def schema_is_database? = false
      # Do names without a schema belong to the schema that was made last?
      def enters_schemas? = false
      # Does SELECT … INTO make a table?
      def selects_into? = false
      # Can two routines have one name?
      def overloads? = false
      # Do foreign keys go with the table that they lead to?
      def cascades? = true
      # Does a copied table (LIKE) take all of the other?
      def copies_all? = false
      # Must MODIFY, or ALTER COLUMN with a type, say again whether a value is needed?
      def modifying_says_all? = false
      def retyping_says_all? = false
      # Do checks go with a column that they look at?
      def drops_checks? = true
      # Do a view's columns keep their names when what they are taken from gets another?
      def outputs_keep_names? = true
      def same_column?(one, other) = column_key(one.to_s) == column_key(other.to_s)
      # The order of texts of a column that says none.
      def usual_collation = nil
      # Where do rows without a value stand in an index in falling order, unless it is said?
      def nulls_last? = false

      # Further forms in which options are met: [[Option, form, value or nil], …].
      def forms = []

      # A name without quotation marks, as the database keeps it.
      def fold(name) = name

      # What a name is looked up by, and the same of a column's.
      def key_of(name, quoted: false) = name.downcase # rubocop:disable Lint/UnusedMethodArgument
      def column_key(name) = name.downcase

      # The schema as a catalog has it: nil for the one that needs no name.
      def schema(name) = name.nil? || platform.given_schema?(name) ? nil : name

      # Has the platform an option of that name for a kind of element?
      def option?(kind, name) = !platform.option(kind, name).nil?

      # A text without its marks: "N'it''s'" -> "it's".
      def text_of(literal)
        inner = literal[/\A[^'$]*'(.*)'\z/m, 1] or return literal[/\A\$\w*\$(.*)\$\w*\$\z/m, 1] || literal
        inner = inner.gsub("''", "'")
        backslashes? || literal.match?(/\Ae'/i) ? inner.gsub(/\\(.)/m) { ESCAPES.fetch($1, $1) } : inner
      end

      # A slice of a script without marks that mean nothing where it will stand.
      def plain(text) = text

      # A statement that only this dialect has. Answers whether it was one.
      def statement(_cursor, _grammar) = false

      # The text of a type that a cursor has just passed over, from a place on.
      def type_text(cursor, from) = cursor.text(from)

      # A type as written, and what it says beside: [type text, { field of the column => value }].
      def type(text) = [ text, {} ]

      # What a type says beside for the whole table.
      def column_typed(_table, _column, _type) = nil

      # A default as the catalog tells it, and its name, if the platform keeps one.
      def default_text(text) = text
      def default_named(_column, _name) = nil

      # What is said of a column that counts: GENERATED ALWAYS or BY DEFAULT; its first number and its step, as texts.
      # It has a value always (SQL:2016, 11.4).
      def numbered(column, always:, on_null:) # rubocop:disable Lint/UnusedMethodArgument
        column.mandatory = true
      end

      # Does a column count by a sequence (Catalog::Sequence) that its default names? How it says that; and what is kept
      # of it in a column that counts by itself. Does one do so by a sequence of a place, [schema, name]?
      def counts_by?(column, _sequence) = column.default_value.match?(/\Anextval\b/i)
      def next_number(sequence) = "nextval('#{sequence.title}')"
      def counter_named(_table, _column, _place) = nil
      def counts_as?(_table, _column, _place) = false

      # A column's table, or itself, is about to be called otherwise.
      def called_otherwise(_table, _column) = nil

      # The first number and the step of a column that counts, as texts or nil, among its options.
      def counted(column, first, step)
        { "first number" => first, "step" => step }.each do |name, value|
          column.options[name] = value.to_i if value && value != "1" && option?(:column, name)
        end
      end

      # A column that is a key by itself: what else that makes it.
      def column_keyed(_column, _cursor) = nil

      # A key was read: primary ones make their columns mandatory, by the block. Names it, if the database would.
      def key_made(table, key)
        yield key.columns if key.primary
        kind = key.primary ? :primary : :unique
        key.name = given_name(kind, table:, columns: key.columns, taken: taken(table)) if key.name.empty?
      end

      # A check was read; of a column, if it stands there.
      def check_made(_table, _check, _column) = nil

      # An index was read; names: what its parts are called.
      def index_made(table, index, names)
        index.name = given_name(:index, table:, columns: names, taken: taken(table)) if index.name.empty?
      end

      # What a part of an index is called that is no column.
      def part_name(_part) = "expr"

      # A foreign key's name where it stands behind FOREIGN KEY.
      def foreign_name(_name) = nil

      # What the database calls a constraint or index that has no name. kind: :primary, :unique, :foreign_key, :check,
      # :index; taken: names that are there. Answers "" where it has none.
      def given_name(_kind, table:, columns:, taken:) = "" # rubocop:disable Lint/UnusedMethodArgument

      # What a rule for changed or removed keys is kept as ("no action" -> …).
      def action(action) = action

      # The last constraint of a table was added without looking at the rows.
      def unchecked(_table) = nil

      # The text of an index that is over more than columns, from ON on. parts: cursors.
      def index_text(table, _index, _parts, text) = "ON #{table_name(table)} #{text}"
      def options_of_special(options) = options

      # Is a unique index the same as a unique key?
      def unique_index_is_key?(_index) = false

      # A column of a table was copied into one that inherits it. counting: was it said to count by a sequence?
      def inherited(_parent, _column, _copy, counting:) = nil # rubocop:disable Lint/UnusedMethodArgument

      # The type of a column that a query fills from one of that type; what else it keeps of it: names of fields.
      def queried_type(type) = type
      def kept_by_queries = []

      # A column goes: what keys and indexes lose with it, where they do not go themselves.
      def column_dropped(_table, _column) = nil

      # What tells routines of one name apart, where several may have it: what they take, as text without brackets.
      def signature(text) = text.gsub(/\s+/, " ").strip.downcase

      # The lengths of the columns of a primary key, where only their first letters count.
      def key_lengths(_key, _text) = nil

      # A table was read; a partition takes over what its table has.
      def table_made(_table) = nil
      def parted(_parent, _table) = nil

      # Something behind a table's columns, or in ALTER TABLE, that only this dialect has. Answers whether it was.
      def table_part(_cursor, _table, _grammar) = false
      def altered(_part, _table, _grammar) = false

      # An action of ALTER TABLE about parts of it that are kept as text. Answers whether it was.
      def respread?(_part, _table) = false

      def view_made(view) = view
      def sequence_made(_sequence) = nil
      # The text of what runs.
      def program_text(statement) = plain(statement.text)
      def pass_definer(cursor) = cursor.at += 1
      # What is kept as text, said so that it does no harm where it is there already. kind: its noun, nil for none.
      def kept_text(_kind, text) = text

      # When all is read. state: State.
      def finish(_state, _grammar) = nil

      # Does a piece of SQL name a column?
      def mentions?(text, name) = text.match?(/(?<![[:alnum:]_])#{Regexp.escape(name)}(?![[:alnum:]_])/i)

      # Does a condition look at a column? What stands in its texts is none.
      def looks_at?(condition, name) = mentions?(condition.gsub(/'(?:[^']|'')*'/, "''"), name)

      # Passes over words that say nothing here. Answers whether some stood there.
      def passes?(cursor, part) = Passed.take(cursor, part)

      private

      def taken(table) = (table.keys + table.foreign_keys + table.checks + table.clauses + table.indexes).map(&:name)

      # A table's name as it stands in SQL.
      def table_name(table) = table.place.compact.map { |part| platform.quote(part) }.join(".")
    end
  end
end
