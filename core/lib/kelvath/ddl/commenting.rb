# frozen_string_literal: true

module Kelvath
  module Ddl
    # What a writer says in COMMENT ON, when everything is there. Who includes it is a Writer.
    module Commenting
      private

      def comment_statements
        return [] unless platform.supports?(:comments)

        schema_comments + type_comments + with_partitions(tables).flat_map { |table| table_comments(table) } +
          Metamodel::Design.views(model, @design.id).reject { |view| view.comment.empty? }
                           .map { |view| comment_statement("#{view_words(view)} #{place(view)}", view) }
      end

      def type_comments
        return [] unless platform.supports?(:enumerations)

        model.children(@design.id, :enumeration).reject { |each| each.comment.empty? }
             .map { |each| comment_statement("TYPE #{place(each)}", each) }
      end

      def schema_comments
        return [] unless platform.supports?(:schemas)

        Metamodel::Design.schemas(model, @design.id).reject { |schema| schema.comment.empty? }
                         .map { |schema| comment_statement("SCHEMA #{quote(schema.name)}", schema) }
      end

      def table_comments(table)
        name = place(table)
        within = "COMMENT ON COLUMN #{name}."
        statements = model.children(table.id, :column).filter_map do |column|
          comment = column.values[:comment] or next
          statement("comment", column.name, "#{within}#{quote(column.name)} IS #{platform.literal(comment)}", column)
        end
        table.comment.empty? ? statements : [ comment_statement("TABLE #{name}", table), *statements ]
      end

      def comment_statement(place, element)
        statement("comment", element.name, "COMMENT ON #{place} IS #{platform.literal(element.comment)}", element)
      end
    end
  end
end
