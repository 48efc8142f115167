# frozen_string_literal: true

module Kelvath
  module Publishing
    # The pages of single things: what they are, what they hold, and where they are used. A subclass for each kind.
    class Entries
      # scope: a Scope; taken: Set of keys that Choices has for the sort.
      def initialize(model, scope, taken)
        @model = model
        @scope = scope
        @taken = taken
      end

      private

      def taken?(key) = @taken.include?(key)

      # An Entry with those parts that are taken and hold something. parts: { key => a block that answers a block of a
      # book, or nil }
      def entry(element, sort, title, note, parts)
        blocks = parts.select { |key, _| taken?(key) }.filter_map { |_, make| make.call }
        own = custom(element)
        blocks.insert(blocks.first.is_a?(Passage) ? 1 : 0, own) if own
        Entry.new(id: element.id, title:, sort:, note:, blocks:)
      end

      def passage(text) = text.to_s.strip.empty? ? nil : Passage.new(text: text.to_s)
      def sheet(title, columns, rows) = rows.empty? ? nil : Sheet.new(title:, columns:, rows:)
      def type(typed) = Prose::ValueWords.type(typed, @model).to_s
      def mark(flag) = flag ? "yes" : ""

      # A table of rows with those of its columns that are taken. first: what names a row; all: { key => [label,
      # a block that answers a row's cell] }
      def chosen(title, first, rows, all)
        columns = all.select { |key, _| taken?(key) }.values
        sheet(title, [ first.first, *columns.map(&:first) ],
              rows.map { |row| [ first.last.call(row), *columns.map { |_, cell| cell.call(row) } ] })
      end

      # What the house keeps of an element in fields of its own.
      def custom(element)
        rows = fields(element.kind).filter_map do |field|
          value = values(element.id)[field.id].to_s
          [ field.name, value ] unless value.empty?
        end
        sheet("Also", %w[Field Value], rows)
      end

      # The columns of custom fields of a kind; the block answers the element of a row, or nil.
      def custom_columns(kind)
        fields(kind).to_h do |field|
          cell = ->(row) { yield(row)&.then { |element| values(element.id)[field.id] }.to_s }
          [ "custom-#{field.id}", [ field.name, cell ] ]
        end
      end

      def fields(kind)
        (@fields ||= {})[kind] ||= Choices.custom(@model, kind).select { |field| taken?("custom-#{field.id}") }
      end

      def values(id) = @model.children(id, :custom_value).to_h { |each| [ each.custom_field_id, each.value ] }

      # Diagrams that show it, and what else has to do with it.
      def used(id, others)
        rows = shown.fetch(id, []).map { |_, diagram| [ "diagram", Link.new(diagram.name, diagram.id) ] } +
               others.map { |each| [ each.kind.to_s, Link.new(where(each), each.id) ] }
        sheet("Where it is used", %w[What Name], rows)
      end

      # A table has its like in other designs.
      def where(element)
        design = @model[element.parent_id] if element.kind == :table
        [ element.label(@model), design&.name ].compact.join(", ")
      end

      # { id => [[id, Diagram that shows it], …] }
      def shown
        @shown ||= @scope.diagrams.flat_map do |diagram|
          @model.children(diagram.id, :diagram_node).map { |node| [ node.element_id, diagram ] }
        end.group_by(&:first)
      end
    end
  end
end

require_relative "entries/entity_entries"
require_relative "entries/domain_entries"
require_relative "entries/table_entries"
