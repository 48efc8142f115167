# frozen_string_literal: true

module Kelvath
  module Ddl
    # Parts of statements as a writer writes them, for statements that change things. Who includes it is a Writer.
    module Parts
      # A column, a key, a check or a foreign key as it stands in its table's statement; nil for what cannot be said.
      def definition(element)
        case element.kind
        when :column then column_sql(element)
        when :key then key_line(element)
        when :check then check_line(element)
        when :clause then clause_line(element)
        when :foreign_key then foreign_key_sql(element)
        end
      end

      # A column's type with what is said of it (its collation), and without.
      def type_text(column) = "#{type_alone(column)}#{said(column, :type)}"
      def type_alone(column) = piece(column, :native_type)

      # A column's default as it stands behind DEFAULT.
      def default_sql(column) = default_text(piece(column, :default_value).to_s)

      # The value of an option of an element, as it is written.
      def option_sql(element, option) = option_value(element, option, element.options[option.name])

      # All statements that say comments: [Statement, …]
      def comments = comment_statements

      # A statement of those, where the element has another comment already.
      def comment_changed(made) = made

      # The statement by which an element has no comment any more; nil where there is none.
      def comment_taken_back(element)
        place = { table: "TABLE", partition: "TABLE", schema: "SCHEMA", enumeration: "TYPE" }[element.kind]
        name = place == "SCHEMA" ? quote(element.name) : ("#{place(element)}" unless element.kind == :column)
        words = case element.kind
        when :column then "COLUMN #{place(model.fetch(element.parent_id))}.#{quote(element.name)}"
        when :view then "#{view_words(element)} #{name}"
        else "#{place} #{name}"
        end
        statement("comment", element.name, "COMMENT ON #{words} IS #{platform.class::NO_COMMENT}", element)
      end
    end
  end
end
