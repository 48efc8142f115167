# frozen_string_literal: true

module Kelvath
  class Ledger
    # All elements of one kind; its columns are the fields that the metamodel declares.
    class KindLedger < Ledger
      WIDTHS = { name: 22, text: 40, expression: 40, choice: 16, reference: 20, references: 26, names: 20, flag: 10,
                 integer: 9, number: 9 }.freeze
      KIND_OF = { flag: :flag, integer: :number, number: :number, text: :long, expression: :long }.freeze

      attr_reader :kind

      def initialize(model, kind)
        super(model)
        @kind = kind
        @type = Metamodel.fetch(kind)
      end

      # Rows of what stands within something else need that to be told; then groups add them.
      def adds = @type.adds_rows? ? kind : nil
      def grouped? = @type.within.any?

      # A Column for each field that people may see, and for each field of the house.
      def all_columns
        @all_columns ||= [ *sentence_column, *fields.map { |field| column_of(field) }, *custom_columns ]
      end

      private

      def element_kind = kind
      def fields = @fields ||= @type.fields.each_value.reject { |field| field.internal? || field.type == :digest }

      # Relationships have no name; the sentence says which one a row is.
      def sentence_column
        kind == :relationship ? [ Column.new(name: "sentence", label: "Reads", kind: :computed, width: 46) ] : []
      end

      def column_of(field)
        Column.new(name: field.name.to_s, label: field.name == :name ? @type.title.capitalize : field.label,
                   kind: KIND_OF.fetch(field.type, :text),
                   width: [ WIDTHS.fetch(field.type, 16), field.label.length ].max,
                   choices: field.type == :choice ? field.values.map { |value| value.tr("_", " ") } : nil)
      end

      def build_groups
        unless grouped?
          return [ Group.new(id: nil, title: @type.title,
                             rows: sorted_elements(model.all(kind)).map { |element| row_of(element) }) ]
        end

        owners.map { |owner| Group.new(id: owner.id, parent_id: owner.id, title: owner.label(model),
                                       rows: model.children(owner.id, kind).map { |element| row_of(element) }) }
      end

      # Owners that have such members; all of them if members can be added here.
      def owners
        list = @type.within.flat_map { |parent| model.all(parent) }
        list = list.select { |owner| model.children(owner.id, kind).any? } if adds.nil? || kind == :identifier
        list.sort_by { |owner| owner.label(model).downcase }
      end

      def sorted_elements(list)
        if list.first&.class&.fields&.key?(:position) && kind != :relationship
          list
        else
          list.sort_by { |element| element.label(model).downcase }
        end
      end

      def row_of(element)
        cells = fields.to_h { |field| [ field.name.to_s, Editing::FieldText.shown(model, element, field) ] }
        cells["sentence"] = Logical::Sentences.read_back(model, element).first if kind == :relationship
        Row.new(id: element.id, editable: true, cells: cells.merge(custom_cells(element.id)))
      end
    end
  end
end
