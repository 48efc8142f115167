# frozen_string_literal: true

module Kelvath
  module Practice
    # Answers of a server that tells each thing as a statement: what Intake::ScriptedReader asks.
    class ToldByStatements < Answers
      WORDS = { "table" => "TABLE", "foreign key" => "TABLE", "index" => "INDEX", "view" => "VIEW",
                "sequence" => "SEQUENCE", "routine" => "FUNCTION", "trigger" => "TRIGGER" }.freeze

      def here = [ [ home, self.class::VERSION ] ]

      def objects
        statements.select { |each| WORDS.key?(each.kind) }.map do |each|
          element = model.fetch(each.element_id)
          owner = element.parent_id == side.design_id ? element : model.fetch(element.parent_id)
          [ place_of(owner), each.kind == "foreign key" ? owner.name : element.name, WORDS.fetch(each.kind),
            (owner.name unless each.kind == "table" || owner.equal?(element)), each.sql ]
        end
      end

      def comments
        (@catalog.tables + @catalog.views).flat_map do |thing|
          columns = thing.respond_to?(:columns) ? thing.columns : []
          [ [ place(thing.schema), thing.name, nil, thing.comment ],
            *columns.map { |column| [ place(thing.schema), thing.name, column.name, column.comment ] } ]
        end.reject { |row| row.last.empty? }
      end

      # There are no rows.
      def sizes = @catalog.tables.map { |each| [ place(each.schema), each.name, 0, 0 ] }

      private

      def place_of(thing) = place(thing.respond_to?(:schema) ? thing.schema(model)&.name : nil)
      def statements = Ddl.script(model, side.design_id).statements
    end
  end
end
