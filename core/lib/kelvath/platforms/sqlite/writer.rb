# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQLite: foreign keys stand inside the table, comments stay in the script's text, and a single
    # key column of type INTEGER numbers itself.
    class Sqlite::Writer < Ddl::Writer
      private

      def table_comment(table) = Ddl::Comments.lines(table.comment).map { |line| "#{line}\n" }.join
      def column_comment(column) = Ddl::Comments.lines(column.comment)

      # AUTOINCREMENT can only be said where the key is said at its column.
      def identity_clause(column)
        key = counted_key(column) or return
        "#{constraint_name(key)}PRIMARY KEY#{said(key, :tail)} AUTOINCREMENT"
      end

      def key_lines(table)
        counted = model.children(table.id, :column).filter_map { |column| counted_key(column) }
        super(table, except: counted)
      end

      def counted_key(column)
        return unless column.options["autoincrement"]

        model.children(column.parent_id, :key).find { |key| key.primary && key.column_ids == [ column.id ] }
      end

      # Anything but a literal stands in brackets (https://www.sqlite.org/lang_createtable.html, 3.2).
      def default_text(text) = Ddl::Piece.new(text, :expression).literal? ? text : "(#{text})"

      def inline_foreign_keys(table) = model.children(table.id, :foreign_key)
      def late_foreign_keys(_table) = []
    end
  end
end
