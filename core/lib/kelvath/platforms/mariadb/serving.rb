# frozen_string_literal: true

module Kelvath
  module Platforms
    # Indexes that foreign keys look things up in: the server makes one where no other begins with the key's columns,
    # and takes it away without a word as soon as another one does (the manual, "Foreign Keys").
    module Mariadb::Serving
      PART = /\A`((?:[^`]|``)+)`(?:\((\d+)\))?\z/ # of an index: a column, or its first letters

      # Is an index (Catalog::Index) of a table (Catalog::Table) one that came with a foreign key, and comes again?
      def self.came_along?(table, index)
        key = table.foreign_keys.find { |each|
 each.name == index.name && each.columns == index.columns } or return false

        lists = table.keys.map(&:columns) + table.indexes.reject { |each| each.equal?(index) }
                                                  .map { |each| leading(each) }
        lists.none? { |columns| serve?(columns, key) }
      end

      # Do columns, in this order, serve a foreign key? Names are the same in either case.
      def self.serve?(columns, key)
        columns.first(key.columns.size).map(&:downcase) == key.columns.map(&:downcase)
      end

      # The columns that an index begins with, whole.
      def self.leading(index)
        return index.columns if index.expression.empty?

        parts_of(index).take_while { |part| part.match?(PART) && !part.end_with?(")") }
                       .map { |part| part[1...-1].gsub("``", "`") }
      end

      # ON table (part, part) -> the parts as written.
      def self.parts_of(index) = Ddl::Piece.new(index.expression[/\((.*)\)\z/m, 1].to_s, :words).split.map(&:strip)
    end
  end
end
