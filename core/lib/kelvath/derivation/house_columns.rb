# frozen_string_literal: true

module Kelvath
  module Derivation
    # The columns that every table of a design gets, as a house or a person wrote them, one in a line. Of the two ways
    # of writing, the first suits every platform: a name in words with a domain or logical type, and a column as the
    # platform has it.
    #
    #   Created At: Moment, mandatory, default current_timestamp
    #   created_at timestamptz not null default now()
    module HouseColumns
      IN_WORDS = /\A([^:'"()]+):(?!:)\s*(.+)\z/
      # attribute: an Attribute of no entity; or values: of a Column.
      Line = Struct.new(:attribute, :values, keyword_init: true)

      module_function

      # Lines of text -> [Line, …]. design: whose platform reads what is not in words. Raises InvalidValue.
      def read(text, model, design)
        text.lines.map(&:strip).reject(&:empty?).map do |line|
          match = line.match(IN_WORDS) or next Line.new(values: column(line, design))
          Line.new(attribute: attribute(match[1].strip, match[2], model))
        end
      end

      # Raises InvalidValue for lines that are not in words, or name no domain and no type.
      def check(text, model)
        text.lines.map(&:strip).reject(&:empty?).each do |line|
          match = line.match(IN_WORDS) or
            raise InvalidValue.new("“#{line}” suits one platform only; write “Created At: timestamp, mandatory”.",
                                   field: :house_columns, value: text)
          attribute(match[1].strip, match[2], model)
        end
      end

      def attribute(name, text, model)
        type, *facts = text.split(/,(?![^(]*\))/).map(&:strip)
        values = Editing::Attributes.type_values(model, type)
        facts.each { |fact| values.merge!(fact(name, fact)) }
        Metamodel::Attribute.new(id: "house", name: Metamodel::Attribute.fetch_field(:name).parse(name), **values)
      end

      def fact(name, text)
        return { mandatory: true } if text.casecmp?("mandatory")

        default = text[/\Adefault\s+(.+)\z/i, 1] or
          raise InvalidValue.new("“#{text}” says nothing of #{name}; write “mandatory” or “default …”.",
                                 field: :choices, value: text)
        { default_value: default.delete_prefix("'").delete_suffix("'") }
      end

      def column(line, design)
        draft = Draft.new(Model.of([ design.with(choices: {}, base: nil) ]), ids: Scratch.new)
        table = Editing::Tables.add(draft, design.id, "table")
        Editing::Tables.add_column(draft, table.id, line).values.except(:position)
      end

      # Ids that last no longer than a draft.
      class Scratch
        def next = "SCRATCH#{@last = @last.to_i + 1}"
      end
      private_constant :Scratch
      private_class_method :attribute, :fact, :column
    end
  end
end
