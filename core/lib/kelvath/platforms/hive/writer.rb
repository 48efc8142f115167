# frozen_string_literal: true

module Kelvath
  module Platforms
    # Hive: comments where the thing is made, columns by which rows are parted in a list of their own, keys that are
    # told and not kept.
    class Hive::Writer < Ddl::Writer
      UNKEPT = " DISABLE NOVALIDATE"

      def statements_of(element) = element.kind == :schema ? super.each { |made| said_of(made, element) } : super

      private

      def schema_statements = super.each { |made| said_of(made, model.fetch(made.element_id)) }
      def said_of(made, schema) = made.sql += comment_clause(schema)

      def column_lines(table)
        model.children(table.id, :column).reject { |column|
 column.options["parts"] }.map { |column| column_sql(column) }
      end

      def column_sql(column) = "#{super}#{comment_clause(column)}"
      def comment_clause(element) = element.comment.empty? ? "" : " COMMENT #{platform.literal(element.comment)}"

      def table_tail(table) = "#{comment_clause(table)}#{partitions(table)}#{super}"

      def partitions(table)
        parting = model.children(table.id, :column).select { |column| column.options["parts"] }
        return "" if parting.empty?

        list = parting.map { |column| "#{quote(column.name)} #{piece(column, :native_type)}#{comment_clause(column)}" }
        " PARTITIONED BY (#{list.join(', ')})"
      end

      def value_clause(column)
        return super if column.default_value.empty? || platform.supports?(:defaults)

        leave_out("default", column)
      end

      def key_lines(table, except: [])
        primary, others = model.children(table.id, :key).partition(&:primary)
        known(:primary_keys, primary)
        keys = (platform.supports?(:primary_keys) ? [] : primary) +
               (platform.supports?(:alternate_keys) ? [] : known(:alternate_keys, others) + others)
        super(table, except: except + keys).map { |line| line.sub(/\)( RELY)?\z/, ")#{UNKEPT}\\1") }
      end

      def foreign_key_sql(key)
        relied = said(key, :tail)
        "#{super.delete_suffix(relied)}#{UNKEPT}#{relied}"
      end

      def create_index(_table, index) = leave_out(nil, index)
      def view_columns(view) = "#{super}#{comment_clause(view)}"
    end
  end
end
