# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQLite 3. Types are affinities, so the declared word is kept as it is written.
    class Sqlite < Platform
      CHARACTERS = "length(%s)"
      TITLE = "SQLite"

      CHANGES = { "3.24" => "the oldest still met", "3.31" => "computed columns", "3.35" => "columns can be dropped",
                  "3.37" => "strict tables", "3.45" => "binary JSON" }.freeze
      VERSIONS = CHANGES.keys.freeze
      # Tables are made anew and their rows copied (https://www.sqlite.org/lang_altertable.html, 7).
      ALTERS = Altering::STANDARD.slice(:rename_table, :rename_column, :add_column, :drop_index, :drop_trigger).freeze
      AROUND = [ [ "PRAGMA foreign_keys = OFF", "BEGIN" ], [ "COMMIT", "PRAGMA foreign_keys = ON" ] ].freeze
      FEATURES = { undone_whole: true, indexes_in_schema: true, renames_followed: true, deferrable: true,
                   identity: true, computed_columns: "3.31", stored_columns: true,
                   virtual_columns: true, strict_tables: "3.37", alternate_keys: true, foreign_keys: true,
                   checks: true, indexes: true, partial_indexes: true, on_delete: true, on_update: true,
                   mandatory: true }.freeze
      ANY_TYPE = true # a declared type is an affinity; every word is one
      CONFLICTS = %w[rollback abort fail ignore replace].freeze
      OPTIONS = (superclass::OPTIONS + [
        Option.new(name: "strict", of: :table, type: :flag, since: "3.37", at: :tail, as: "STRICT", group: "%s",
                   explanation: "Values must be of the declared types."),
        Option.new(name: "without rowid", of: :table, type: :flag, at: :tail, as: "WITHOUT ROWID", group: "%s",
                   explanation: "Rows are kept in the primary key's own tree."),
        Option.new(name: "autoincrement", of: :column, type: :flag,
                   explanation: "A number is never given twice, even if its row is gone."),
        Option.new(name: "on conflict", of: :key, type: :choice, values: CONFLICTS, at: :tail,
                   as: CONFLICTS.to_h { |each| [ each, "ON CONFLICT #{each.upcase}" ] },
                   explanation: "What happens to a row that breaks it.")
      ]).freeze

      # "integer" alone would make a single key column number itself; "int" does not.
      TYPES = superclass::TYPES.merge("integer" => "int", "decimal" => [ "decimal(%p,%s)", "decimal(%p)", "decimal" ],
                                      "uuid" => "char(36)", "float" => "real").freeze

      # https://www.sqlite.org/lang_keywords.html: those that cannot be a bare name.
      RESERVED = %w[
        add all alter and as autoincrement between case check collate commit constraint create default deferrable delete
        distinct drop else
        escape except exists foreign from group having if in index insert intersect into is isnull join limit not
        notnull null on or order
        primary references select set table then to transaction union unique update using values when where
      ].to_set.freeze

      ONCE = { "table" => :if_not_exists, "index" => :if_not_exists, "view" => :if_not_exists,
               "trigger" => :if_not_exists, "row" => :ignore }.freeze
      INSERT_ONCE = "INSERT OR IGNORE INTO"
      RUNS_FILE = ".read %s"

      # https://www.sqlite.org/lang_altertable.html, 5: nothing that rows must obey, and no default that is worked out.
      def addable?(column)
        plain = column.default_value.empty? ? !column.mandatory : Ddl::Piece.new(column.default_value,
:expression).literal? &&
                                                                  !column.default_value.match?(/\Acurrent_/i)
        plain && column.computed.empty? && !column.identity && !column.options.key?("autoincrement")
      end

      def reserved_words = RESERVED
      def catalog_reader = CatalogReader
      def dialect_class = Dialect
      def writer_class = Writer
      def not_kept = [ %i[table comment], %i[column comment], %i[view comment] ]
    end
  end
end

require_relative "writer"
require_relative "table_text"
require_relative "catalog_reader"
require_relative "dialect"

Kelvath::Platforms.register(Kelvath::Platforms::Sqlite.new)
