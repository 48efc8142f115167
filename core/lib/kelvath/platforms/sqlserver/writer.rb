# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQL Server: what is computed has no type, comments are extended properties, and a constraint is put out of force
    # by a statement of its own.
    class Sqlserver::Writer < Ddl::Writer
      COMMENT = "MS_Description" # the property that programs show as a comment
      KINDS = { table: "TABLE", view: "VIEW", column: "COLUMN" }.freeze

      private

      def column_sql(column)
        computed = piece(column, :computed) or return super

        words = " PERSISTED#{' NOT NULL' if column.mandatory}" if column.stored
        "#{quote(column.name)} AS (#{computed})#{words}"
      end

      def identity_words(column)
        first, step = column.options.values_at("first number", "step").map { |each| each || 1 }
        "IDENTITY(#{first},#{step})"
      end

      def value_clause(column)
        name = column.options["default's name"]
        super&.then { |clause| name ? "CONSTRAINT #{quote(name)} #{clause}" : clause }
      end

      def table_tail(table) = "#{said(table, :place)}#{super}"

      def key_lines(table, except: [])
        keys = model.children(table.id, :key).partition(&:primary).flatten(1)
        super.zip(keys).map { |line, key| "#{line}#{said(key, :place)}" }
      end

      # Some rows first, then how it is kept, then where.
      def index_body(table, index)
        kind = index.options["kind"].to_s
        list = kind == "clustered columnstore" ? "" : " (#{index_columns(index)})"
        "ON #{place(table)}#{list}#{included(index)}#{index_condition(index)}#{said(index,
:tail)}#{said(index, :place)}"
      end

      def late_foreign_keys(table)
        super.flat_map do |made|
          key = model.fetch(made.element_id)
          made.sql = made.sql.sub("\n", " WITH NOCHECK\n") if key.options["unchecked"]
          [ made, *disabled(table, key) ]
        end
      end

      # Checks are put out of force when all tables are there.
      def all_statements
        super + tables.flat_map { |table| model.children(table.id, :check).flat_map { |check| disabled(table, check) } }
      end

      def disabled(table, constraint)
        return [] unless constraint.options["disabled"] && !constraint.name.empty?

        [ statement("constraint", constraint.name,
                    "ALTER TABLE #{place(table)} NOCHECK CONSTRAINT #{quote(constraint.name)}", constraint) ]
      end

      def comment_statement(_place, element)
        within = [ element, *model.ancestors(element) ].take_while { |each| each.kind != :design }.reverse
        schema = element.kind == :schema ? element.name : within.first.schema(model)&.name || "dbo"
        levels = [ [ "SCHEMA", schema ], *(within.map { |each| [ KINDS.fetch(each.kind), each.name ] } unless
          element.kind == :schema) ]
        named = levels.each_with_index.map { |(type, name), level|
          "@level#{level}type = N'#{type}', @level#{level}name = #{wide(name)}"
        }
        statement("comment", element.name, "EXEC sys.sp_addextendedproperty @name = N'#{COMMENT}', @value = " \
                                           "#{wide(element.comment)}, #{named.join(', ')}", element)
      end

      public def comment_changed(made) = made.tap { |each| each.sql = each.sql.sub("sp_add", "sp_update") }

      public def comment_taken_back(element)
        comment_statement("", element).tap do |made|
          made.sql = made.sql.sub("sp_add", "sp_drop").sub(/, @value = N'(?:[^']|'')*'/, "")
        end
      end

      def wide(text) = platform.literal(text).then { |literal| literal.start_with?("N") ? literal : "N#{literal}" }
    end
  end
end
