# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQL Server: what is computed has no type, comments are extended properties, and a constraint is put out of force
    # by a statement of its own.
    class Sqlserver::Writer < Ddl::Writer
      # The property that programs show as a comment.
      ADDED = "EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = "
      KINDS = { table: "TABLE", view: "VIEW" }.freeze

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
        property(element, levels(element))
      end

      def property(element, levels)
        statement("comment", element.name, "#{ADDED}#{wide(element.comment)}, #{levels}", element)
      end

      def table_comments(table)
        at = levels(table)
        in_it = ", #{at}, @level2type = N'COLUMN', @level2name = "
        made = model.children(table.id, :column).filter_map do |column|
          comment = column.values[:comment] or next
          statement("comment", column.name, "#{ADDED}#{wide(comment)}#{in_it}#{wide_name(column.name)}", column)
        end
        table.comment.empty? ? made : [ property(table, at), *made ]
      end

      # Where something is, level by level.
      def levels(element)
        case element.kind
        when :schema then level(0, "SCHEMA", element.name)
        when :column then "#{levels(model.fetch(element.parent_id))}, #{level(2, 'COLUMN', element.name)}"
        else
          "#{level(0, 'SCHEMA',
element.schema(model)&.name || 'dbo')}, #{level(1, KINDS.fetch(element.kind), element.name)}"
        end
      end

      def level(number, type, name) = "@level#{number}type = N'#{type}', @level#{number}name = #{wide(name)}"

      public def comment_changed(made) = made.tap { |each| each.sql = each.sql.sub("sp_add", "sp_update") }

      public def comment_taken_back(element)
        comment_statement("", element).tap do |made|
          made.sql = made.sql.sub("sp_add", "sp_drop").sub(/, @value = N'(?:[^']|'')*'/, "")
        end
      end

      # Columns of many tables are called the same.
      def wide_name(name) = (@wide_names ||= {})[name] ||= wide(name)

      # A text with an N before it; literals of others have it anyway.
      def wide(text)
        return platform.literal(text) unless text.ascii_only?

        text.match?(/['\0]/) ? "N#{platform.literal(text)}" : "N'#{text}'"
      end
    end
  end
end
