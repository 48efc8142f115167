# frozen_string_literal: true

module Kelvath
  module Platforms
    # MariaDB says comments where the thing is made, numbers rows with AUTO_INCREMENT, and has its own order within a
    # column.
    class Mariadb::Writer < Ddl::Writer
      private

      def column_parts(column)
        computed = piece(column, :computed)
        [ piece(column, :native_type), said_of_type(column),
          *(computed ? computed_parts(column, computed) : stored_parts(column)) ]
      end

      # A column that may be empty says so: of timestamps the server thinks otherwise.
      def stored_parts(column)
        [ (column.mandatory ? "NOT NULL" : ("NULL" if column.native_type["base"] == "timestamp")), value_clause(column),
          identity_clause(column) ]
      end

      def computed_parts(column, computed)
        leave_out("mandatory computed column", column) if column.mandatory
        [ computed_words(column, computed) ]
      end

      def computed_words(column, computed)
        "GENERATED ALWAYS AS (#{computed}) #{column.stored ? 'STORED' : 'VIRTUAL'}"
      end

      def identity_words(_column) = "AUTO_INCREMENT"
      def default_text(text) = Ddl::Piece.new(text, :expression).literal? ? text : "(#{text})"

      def column_sql(column) = "#{super}#{comment_clause(column, ' ')}"
      def table_tail(table) = "#{super}#{comment_clause(table, '=')}#{said(table, :parts)}"

      def comment_clause(element, between)
        element.comment.empty? ? "" : " COMMENT#{between}#{platform.literal(element.comment)}"
      end

      # Some indexes must be there with their table: what a column that counts begins, what a foreign key leads to.
      def key_lines(table, except: [])
        [ *super, *needed_indexes(table).map { |index|
          "#{'UNIQUE ' if index.unique}KEY #{quote(index.name)} (#{index_columns(index)})"
        } ]
      end

      def create_index(table, index) = needed_indexes(table).include?(index) ? nil : super

      # None for most tables, where keys do.
      def needed_indexes(table)
        (@needed ||= {})[table.id] ||= begin
          counting = model.children(table.id, :column).select(&:identity).map { |column| [ column.id ] }
          sought = counting + model.referrers(table.id, :foreign_key).map(&:target_column_ids)
          keys = model.children(table.id, :key)
          sought.uniq.reject { |ids| keys.any? { |key| begins?(key, ids) } }.filter_map { |ids|
            model.children(table.id, :index).find { |each| plain?(each) && begins?(each, ids) }
          }.uniq
        end
      end

      def plain?(index) = index.expression.empty? && !index.options.key?("kind")
      def begins?(key, ids) = key.column_ids.first(ids.size) == ids

      # Of some columns of a primary key only the first letters count.
      def key_columns(key)
        letters = first_letters(key)
        key.column_ids.map { |id| "#{columns([ id ])}#{letters[model.fetch(id).name.downcase]}" }.join(", ")
      end

      # { column's name in small letters => "(20)" }
      def first_letters(key)
        option = platform.option(:key, "first letters")
        return {} unless key.primary && option && key.options.key?(option.name)

        option_value(key, option, nil).split(",").to_h do |each|
          name, size = each.split("=").map(&:strip)
          [ name.to_s.delete("`").downcase, size.to_s.match?(/\A\d+\z/) ? "(#{size})" : "" ]
        end
      end

      # A constraint called PRIMARY needs no name.
      def constraint_name(element) = platform.nameless?(element) ? "" : super
    end
  end
end
