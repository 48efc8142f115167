# frozen_string_literal: true

module Kelvath
  module Ddl
    # SQLite: foreign keys stand inside the table, comments stay in the script's text, and a single
    # key column of type INTEGER numbers itself.
    class SqliteWriter < Writer
      private

      def table_comment(table) = Comments.lines(table.comment).map { |line| "#{line}\n" }.join
      def column_comment(column) = Comments.lines(column.comment)
      def identity_clause(_column) = ""

      # Anything but a literal stands in brackets (https://www.sqlite.org/lang_createtable.html, 3.2).
      def default_text(text) = Ddl::Piece.new(text, :expression).literal? ? text : "(#{text})"

      def inline_foreign_keys(table) = model.children(table.id, :foreign_key)
      def late_foreign_keys(_table) = []
    end
  end
end
