# frozen_string_literal: true

module Kelvath
  module Diagram
    # What stands on the cards of a diagram, measured: one for each entity or table.
    class Cards
      # kind: :independent, :dependent, :associative, :subtype or :table; lines: the definition, broken.
      Card = Struct.new(:kind, :title, :lines, :rows, :width, :height, :key_rows, keyword_init: true)
      # tag: "PK", "AK1", "FK" or several; detail: the type; optional: may be empty.
      Row = Struct.new(:tag, :text, :detail, :optional, :id, keyword_init: true)

      TITLE_SIZE = 13
      TEXT_SIZE = 12
      TITLE_HEIGHT = 28
      ROW_HEIGHT = 18
      LINE_HEIGHT = 15
      PADDING = 10
      SPINE = 8
      TAG_WIDTH = 48
      CONCEPT_WIDTH = 190
      MOST_WIDTH = 380
      MOST_LINES = 3

      def initialize(model, stage)
        @model = model
        @stage = stage
        @keys = Logical::KeyMigration.of(model)
      end

      # The Card of an entity or table.
      def card(element)
        return table_card(element) if element.kind == :table

        @stage == "concept" ? concept_card(element) : entity_card(element)
      end

      # { column id => ["PK", "AK1", "FK", …] } of a table; nothing for a column in no key.
      def column_tags(table)
        tags = Hash.new { |hash, id| hash[id] = [] }
        primary, alternate = @model.children(table.id, :key).partition(&:primary)
        primary.flat_map(&:column_ids).each { |id| tags[id] << "PK" }
        alternate.each_with_index { |key, index| key.column_ids.each { |id| tags[id] << "AK#{index + 1}" } }
        @model.children(table.id, :foreign_key).flat_map(&:column_ids).uniq.each { |id| tags[id] << "FK" }
        tags
      end

      private

      def title_font = Font.weight(600)
      def text_font = Font.weight(400)

      def concept_card(entity)
        width = [ CONCEPT_WIDTH, title_width(entity.name) ].max.clamp(0, MOST_WIDTH)
        lines = text_font.wrap(entity.definition, 11.5, width - SPINE - PADDING * 2, most: MOST_LINES)
        Card.new(kind: entity_kind(entity), title: title(entity.name, width), lines:, rows: [], key_rows: 0, width:,
                 height: TITLE_HEIGHT + (lines.empty? ? 8 : lines.size * LINE_HEIGHT + 10))
      end

      def entity_card(entity)
        tags = alternate_tags(entity.id)
        keys, others = @keys.held(entity.id).partition(&:primary)
        rows = (keys + others).map { |held| Row.new(tag: tag(held, tags), text: held.name, detail: held.value_type(@model).to_s.sub("not decided", "?"), optional: !held.mandatory, id: held.id) }
        rowed_card(entity_kind(entity), entity.name, rows, keys.size)
      end

      def tag(held, tags) = [ ("PK" if held.primary), *tags[held.id], ("FK" if held.migrated?) ].compact.join(" ")

      def alternate_tags(entity_id)
        @keys.alternates(entity_id).each_with_index.with_object(Hash.new { |hash, id| hash[id] = [] }) do |((_, members), index), tags|
          members.each { |held| tags[held.id] << "AK#{index + 1}" }
        end
      end

      def table_card(table)
        tags = column_tags(table)
        rows = @model.children(table.id, :column).map do |column|
          Row.new(tag: tags[column.id].join(" "), text: column.name, detail: column.native_type, optional: !column.mandatory, id: column.id)
        end
        rowed_card(:table, table.name, rows, 0)
      end

      def rowed_card(kind, name, rows, key_rows)
        width = [ 150, title_width(name), *rows.map { |row| row_width(row) } ].max.ceil.clamp(0, MOST_WIDTH)
        height = TITLE_HEIGHT + [ rows.size, 1 ].max * ROW_HEIGHT + (key_rows.positive? && key_rows < rows.size ? 16 : 8)
        Card.new(kind:, title: title(name, width), lines: [], rows: rows.map { |row| fitted(row, width) }, key_rows:, width:, height:)
      end

      def row_width(row) = SPINE + TAG_WIDTH + text_font.width(row.text, TEXT_SIZE) + 16 + text_font.width(row.detail, 11) + PADDING

      def fitted(row, width)
        room = width - SPINE - TAG_WIDTH - PADDING
        left = room - 10 - text_font.width(row.text, TEXT_SIZE) # what the name leaves to the type, at least 45 %
        detail = text_font.fit(row.detail, 11, [ room * 0.45, left ].max)
        Row.new(tag: row.tag, text: text_font.fit(row.text, TEXT_SIZE, room - 10 - text_font.width(detail, 11)), detail:, optional: row.optional, id: row.id)
      end

      def title_width(name) = (SPINE + PADDING * 2 + title_font.width(name, TITLE_SIZE)).ceil
      def title(name, width) = title_font.fit(name, TITLE_SIZE, width - SPINE - PADDING * 2 + 1)

      # Subtype first: it says most. Associative: identified by two or more parents and nothing else.
      def entity_kind(entity)
        return :subtype if @model.referrers(entity.id, :subtype_group).any? { |group| group.subtype_ids.include?(entity.id) }

        parents = identifying_parents(entity)
        return :independent if parents.empty?

        parents.size > 1 && @keys.primary(entity.id).none?(&:own?) ? :associative : :dependent
      end

      def identifying_parents(entity)
        @model.referrers(entity.id, :relationship).select { |link| link.identifying && Logical::Cardinality.child_id(link) == entity.id }
      end
    end
  end
end
