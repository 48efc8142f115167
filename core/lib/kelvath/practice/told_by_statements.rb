# frozen_string_literal: true

module Kelvath
  module Practice
    # Answers of a server that tells each thing as a statement: what Intake::ScriptedReader asks.
    class ToldByStatements
      VERSION = "19.0.0.0.0"
      WORDS = { "table" => "TABLE", "foreign key" => "TABLE", "index" => "INDEX", "view" => "VIEW",
                "sequence" => "SEQUENCE", "routine" => "FUNCTION", "trigger" => "TRIGGER" }.freeze

      # catalog: what there is; home: the schema that needs no name.
      def initialize(platform, catalog, home)
        @platform = platform
        @home = home
        @side = Altering::Side.of_catalog(catalog, platform.key, ids: Ulid.new(clock: -> { 0 }, random: Random.new(1)))
      end

      # Rows of a question, as hashes with string keys; nil for what is none.
      def rows(sql)
        name, (_, columns) = @platform.catalog_reader::QUESTIONS.find { |_, (question, _)| question == sql }
        name && public_send(name).map { |row| columns.zip(row).to_h }
      end

      # In the order of the columns that the questions want.
      def here = [ [ @home, VERSION ] ]

      def objects
        statements.select { |each| WORDS.key?(each.kind) }.map do |each|
          element = model.fetch(each.element_id)
          owner = element.parent_id == @side.design_id ? element : model.fetch(element.parent_id)
          [ place(owner), each.kind == "foreign key" ? owner.name : element.name, WORDS.fetch(each.kind),
            (owner.name unless each.kind == "table" || owner.equal?(element)), each.sql ]
        end
      end

      def comments
        things = %i[table view].flat_map { |kind| model.children(@side.design_id, kind) }
        things.flat_map do |thing|
          columns = thing.kind == :table ? model.children(thing.id, :column) : []
          [ [ place(thing), thing.name, nil, thing.comment ],
            *columns.map { |column| [ place(thing), thing.name, column.name, column.comment ] } ]
        end.reject { |row| row.last.empty? }
      end

      # There are no rows.
      def sizes
        model.children(@side.design_id, :table).reject(&:outside).map { |each| [ place(each), each.name, 0, 0 ] }
      end

      private

      def model = @side.model
      def place(thing) = thing.respond_to?(:schema) ? thing.schema(model)&.name || @home : @home
      def statements = Ddl.script(model, @side.design_id).statements
    end
  end
end
