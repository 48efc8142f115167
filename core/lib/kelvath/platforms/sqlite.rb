# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQLite 3. Types are affinities, so the declared word is kept as it is written.
    class Sqlite < Platform
      TITLE = "SQLite"

      # "integer" alone would make a single key column number itself; "int" does not.
      TYPES = superclass::TYPES.merge("integer" => "int", "decimal" => [ "decimal(%p,%s)", "decimal(%p)", "decimal" ], "uuid" => "char(36)", "float" => "real").freeze

      # https://www.sqlite.org/lang_keywords.html: those that cannot be a bare name.
      RESERVED = %w[
        add all alter and as autoincrement between case check collate commit constraint create default deferrable delete distinct drop else
        escape except exists foreign from group having if in index insert intersect into is isnull join limit not notnull null on or order
        primary references select set table then to transaction union unique update using values when where
      ].to_set.freeze

      def reserved_words = RESERVED
      def supports_comments? = false
      def not_kept = [ %i[table comment], %i[column comment], %i[view comment] ]
    end
  end
end
