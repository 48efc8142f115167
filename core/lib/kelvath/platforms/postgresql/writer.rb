# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL says of a column that counts by which sequence it does, and of a table what it inherits from.
    class Postgresql::Writer < Ddl::Writer
      private

      def table_tail(table) = "#{said(table, :inherits)}#{super}"

      # What a table inherits is not said again where it is the same.
      def column_lines(table)
        parents = table.kind == :table ? table.inherited_ids : []
        return super if parents.empty?

        theirs = parents.flat_map { |id| model.children(id, :column) }.to_set { |column| column_sql(column) }
        super.zip(model.children(table.id, :column)).reject { |_, column| theirs.include?(column_sql(column)) }
             .map(&:first)
      end

      def identity_words(column) = "#{super}#{said(column, :identity)}"
    end
  end
end
