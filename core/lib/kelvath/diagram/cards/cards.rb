# frozen_string_literal: true

module Kelvath
  module Diagram
    # What stands on the cards of a diagram: one for each entity or table, measured and drawn by the
    # diagram's notation.
    class Cards
      # kind: :independent, :dependent, :associative, :subtype or :table; lines: the definition, broken;
      # core: the part of the card that lines reach, { left:, right:, top:, bottom: } from its upper left
      # corner, top_left: where those from above may begin; nil if it is all of it; ink: its shapes, from
      # its upper left corner; far: the name for looking from far away, [[line, …], size].
      # decided: is something of it as a person decided by hand? outside: is it a table outside its design?
      Card = Struct.new(:kind, :title, :lines, :rows, :width, :height, :key_rows, :core, :ink, :far, :decided, :outside,
                        keyword_init: true)
      # tag: "PK", "AK1", "FK" or several; detail: the type; optional: may be empty.
      Row = Struct.new(:tag, :text, :detail, :optional, :id, :decided, keyword_init: true) do
        # The same with another text, and another detail if that is given.
        def saying(text, detail = self.detail)
          dup.tap { |row| row.text, row.detail = text, detail }
        end
      end

      FAR = 24 # size of names seen from far away, the same on all cards
      WITHIN = "\u00A0\u00A0\u00A0" # before a column within a column, for each step
      LONGEST = 200 # characters of a text on a card: more than the widest one shows
      LONGEST_DEFINITION = 600 # the same in the lines of a definition

      # style: a Style, or a stage's name for its usual one; decided, names: as Scene.of takes them.
      def initialize(model, style, decided: nil, names: nil)
        @names = names
        @model = model
        @decided = decided
        @style = style.is_a?(Style) ? style : Style.of(Metamodel::Diagram.new(id: "usual", stage: style))
        @keys = Logical::KeyMigration.of(model)
        @notation = Notations.fetch(@style.notation)
      end

      # The Card of an entity or table; at least so wide and at most so wide, if that is said.
      def card(element, width: nil, most: nil)
        card = measured(element, width:, most:)
        notation = Notations.for_card(card.kind, @notation)
        card.rows = notation.fitted_rows(card)
        card.ink = notation.draw(card)
        card.far = far(@names&.of(element) || element.name, card.width, card.height)
        card.freeze
      end

      # The same without its ink, for who only wants to know how large it is.
      def measured(element, width: nil, most: nil)
        card = element.kind == :table ? table_card(element) : entity_card(element)
        card.width = width.to_f
        Notations.for_card(card.kind, @notation).measure(card, most:)
        card
      end

      private

      def entity_card(entity)
        rows = @style.rows? ? entity_rows(entity) : []
        lines = @style.definitions? ? [ entity.definition[0, LONGEST_DEFINITION] ] : []
        Card.new(kind: entity_kind(entity), title: cut(@names&.of(entity) || entity.name), lines:, rows:,
                 key_rows: rows.count { |row| row.tag.start_with?("PK") })
      end

      def entity_rows(entity)
        tags = alternate_tags(entity.id)
        held = @keys.held(entity.id).select { |each| shown?(each, tags) }
        keys, others = held.partition(&:primary)
        (keys + others).map do |each|
          Row.new(tag: tag(each, tags), text: cut(held_name(entity, each)), detail: cut(detail(each)),
                  optional: !each.mandatory, id: each.id)
        end
      end

      def held_name(entity, held) = @names ? @names.held(entity.id, held) : held.name

      def shown?(held, tags)
        return false if held.migrated? && !@style.migrated

        !@style.keys_only? || held.primary || tags.key?(held.id)
      end

      def detail(held)
        type = @style.types ? held.value_type(@model).to_s.sub("not decided", "?") : ""
        @style.optional && !held.mandatory ? "#{type} may be empty".strip : type
      end

      def tag(held, tags)
        [ ("PK" if held.primary), *tags.fetch(held.id, []), ("FK" if held.migrated?) ].compact.join(" ")
      end

      def alternate_tags(entity_id)
        @keys.alternates(entity_id).each_with_index.with_object({}) do |((_, members), index), tags|
          members.each { |held| (tags[held.id] ||= []) << "AK#{index + 1}" }
        end
      end

      def table_card(table)
        tags = KeyTags.of_columns(@model, table)
        columns = @style.rows? ? Metamodel::Column.nested(@model, table.id) : []
        columns = columns.select { |column, _| tags.key?(column.id) } if @style.keys_only?
        platform = Platforms.of(@model, table)
        rows = columns.map { |column, depth| column_row(column, depth, tags.fetch(column.id, []), platform) }
        rows += index_rows(table) if @style.indexes
        Card.new(kind: :table, title: cut(@names&.of(table) || table.label(@model)),
                 decided: @decided&.table?(table, @model), outside: table.outside,
                 lines: @style.definitions? ? [ table.comment[0, LONGEST_DEFINITION] ] : [], rows:, key_rows: 0)
      end

      def column_row(column, depth, tags, platform)
        type = platform.write_type(column.native_type) if @style.types
        detail = [ type, ("null" if @style.optional && !column.mandatory) ].compact.join(" ")
        Row.new(tag: tags.join(" "), text: cut("#{WITHIN * depth}#{@names&.of(column) || column.name}"),
                detail: cut(detail), optional: !column.mandatory, id: column.id, decided: @decided&.decided?(column))
      end

      def index_rows(table)
        names = @model.children(table.id, :column).to_h { |column| [ column.id, column.name ] }
        @model.children(table.id, :index).map do |index|
          on = index.expression.empty? ? index.column_ids.filter_map { |id| names[id] }.join(", ") :
                 Ddl::Names.text(@model, index, :expression)
          Row.new(tag: index.unique ? "UX" : "IX", text: cut(index.name), detail: cut(on), optional: false,
                  id: index.id, decided: @decided&.decided?(index))
        end
      end

      # Subtype first: it says most. Associative: identified by two or more parents and nothing else.
      def entity_kind(entity)
        if @model.referrers(entity.id, :subtype_group).any? { |group| group.subtype_ids.include?(entity.id) }
          return :subtype
        end

        parents = identifying_parents(entity)
        return :independent if parents.empty?

        parents.size > 1 && @keys.primary(entity.id).none?(&:own?) ? :associative : :dependent
      end

      def identifying_parents(entity)
        @model.referrers(entity.id, :relationship).select do |link|
          link.identifying && Logical::Cardinality.child_id(link) == entity.id
        end
      end

      def cut(text) = text.length > LONGEST ? text[0, LONGEST] : text

      # The name in as many lines as there is room for.
      def far(name, width, height)
        font = Font.weight(600)
        most = [ (height / (FAR * 1.15)).floor, 1 ].max
        lines = font.wrap(cut(name).tr("_", " "), FAR, width - 10, most:)
        [ lines.map { |line| font.fit(line, FAR, width - 10) }, FAR ]
      end
    end

    # The tags of keys that columns belong to.
    module KeyTags
      module_function

      # { column id => ["PK", "AK1", "FK", …] } of a table; nothing for a column in no key.
      def of_columns(model, table)
        tags = Hash.new { |hash, id| hash[id] = [] }
        primary, alternate = model.children(table.id, :key).partition(&:primary)
        primary.flat_map(&:column_ids).each { |id| tags[id] << "PK" }
        alternate.each_with_index { |key, index| key.column_ids.each { |id| tags[id] << "AK#{index + 1}" } }
        model.children(table.id, :foreign_key).flat_map(&:column_ids).uniq.each { |id| tags[id] << "FK" }
        tags
      end
    end
  end
end
