# frozen_string_literal: true

module Kelvath
  class Ledger
    # What is typed into cells -> the change it makes, whatever the kind of row.
    module Cells
      # Columns of attributes that are made of several fields.
      COMPOSED = %w[type identifier].freeze

      module_function

      # One cell as typed. seen: the text that stood there. Raises InvalidValue, Conflict, NotFound.
      def change(model, id, column, raw, ids:, seen: nil)
        element = model.fetch(id)
        if element.kind == :attribute && COMPOSED.include?(column)
          return Editing::Attributes.cell(model, id, column, raw, ids:, seen:)
        end

        if column.start_with?("custom-")
          return Draft.change(model, ids:) do |draft|
            Custom.set(draft, id, column.delete_prefix("custom-"), raw, seen:)
          end
        end

        Editing::FieldText.check_seen(model, element, column, raw, seen) if seen
        draft = Draft.new(model, ids:)
        assign(draft, id, column, raw)
        draft.change_set
      end

      # The same for a block: rows of cells from one row and column on. rows: ids; columns: names, from the
      # first pasted one on. Raises InvalidValue naming the row.
      def fill(model, row_ids, columns, block, ids:)
        draft = Draft.new(model, ids:)
        block.first(row_ids.size).each_with_index do |cells, index|
          columns.zip(cells).each do |column, raw|
            assign(draft, row_ids[index], column, raw) unless raw.nil? || column == "sentence"
          end
        rescue InvalidValue => error
          raise InvalidValue.new("Row #{index + 1}: #{error.message}", field: error.field, value: error.value)
        end
        draft.change_set
      end

      # Writes one cell into a draft.
      def assign(draft, id, column, raw)
        element = draft.model.fetch(id)
        return Custom.set(draft, id, column.delete_prefix("custom-"), raw) if column.start_with?("custom-")
        if element.kind == :attribute && COMPOSED.include?(column)
          return Editing::Attributes.assign(draft, id, column, raw)
        end

        field = element.class.fetch_field(column)
        make_tags(draft, raw) if field.name == :tag_ids
        if field.type == :native_type
          return Editing::Columns.set_type(draft, id, Editing.read(draft.model, element, field, raw))
        end

        draft.set(id, field.name => cell(draft.model, element, field, raw))
      end

      # A piece of SQL is looked at; other texts are what they are.
      def cell(model, element, field, raw)
        way = Ddl::Piece.of?(element, field) ? Editing : Editing::FieldText
        way.read(model, element, field, raw)
      end

      # A tag is made by using it.
      def make_tags(draft, raw)
        names = raw.to_s.split(",").map(&:strip).reject(&:empty?)
        names.each do |name|
          draft.add(:tag, name:) if draft.model.all(:tag).none? { |tag| tag.name.casecmp?(name) || tag.id == name }
        end
      end

      # A new row. within: the group's element, for kinds that stand within one; text: what was typed
      # into its first cell. Raises InvalidValue, UnknownName.
      def add(model, kind, text, ids:, within: nil)
        draft = Draft.new(model, ids:)
        made = make(draft, kind, text, within)
        [ draft.change_set, made&.id ]
      end

      # Adds the element of a new row to a draft and answers it. As #add.
      def make(draft, kind, text, within)
        case kind
        when "entity" then Editing::Entities.add(draft, text)
        when "attribute" then Prose::TypedAttribute.add(draft, draft.model.fetch(within).id, text)
        when "relationship" then related(draft, text)
        when "identifier" then identifier(draft, text, within)
        when "allowed_value"
          draft.add(:allowed_value, parent_id: draft.model.fetch(within).id, position: last(draft, within),
                                    value: Metamodel::AllowedValue.fetch_field(:value).parse(text))
        when "word" then draft.add(:word, singular: text.strip, plural: Inflection.plural(text.strip))
        when "schema"
          draft.add(:schema, parent_id: draft.model.fetch(within, :design).id, position: last(draft, within, :schema),
                             name: Metamodel::Schema.fetch_field(:name).parse(text))
        when "table" then Editing::Tables.add(draft, within, text)
        when "column" then Editing::Tables.add_column(draft, within, text)
        when "key" then Editing::Tables.add_key(draft, within, text)
        when "index" then Editing::Tables.add_index(draft, within, text)
        when "check" then Editing::Tables.add_check(draft, within, text)
        when "partition" then Editing::Tables.add_partition(draft, within, text)
        when "row" then Editing::Tables.add_row(draft, within, text)
        when "view" then Editing::Tables.add_view(draft, within, text)
        when "enumeration" then Editing::Tables.add_enumeration(draft, within, text)
        when "sequence" then Editing::Tables.add_sequence(draft, within, text)
        when "routine", "trigger" then Editing::Tables.add_program(draft, kind.to_sym, within, text)
        when "grant" then Editing::Tables.add_grant(draft, within, text)
        when "role"
          draft.add(:role, parent_id: within, name: Metamodel::Role.fetch_field(:name).parse(text),
                           position: last(draft, within, :role))
        when "foreign_key" then foreign_key(draft, text, within)
        when "domain", "subject_area", "tag", "custom_field" then named(draft, kind, text)
        else raise UnknownName, "Rows of this ledger cannot be added by typing."
        end
      end

      # Adds an element of a kind with that name to the Draft, last in order; answers it.
      def named(draft, kind, text)
        type = Metamodel.fetch(kind)
        position = type.fields.key?(:position) ?
                     { position: (draft.model.all(kind.to_sym).last&.position || 0.0) + 1.0 } :
                     {}
        draft.add(kind, name: type.fetch_field(:name).parse(text), **position)
      end

      def related(draft, text)
        outcome = Prose::Reader.new(draft.model, ids: draft.ids, draft:).read_one(text)
        draft.model[outcome.relationship_id]
      end

      # To the table of that name.
      def foreign_key(draft, text, within)
        blank = Metamodel::ForeignKey.new(id: "new", parent_id: within)
        target = Editing::FieldText.found(draft.model, blank, Metamodel::ForeignKey.fetch_field(:target_table_id),
text.strip)
        Editing::ForeignKeys.new(draft.model, within, target).add(draft)
      end

      # The members as typed, with commas between.
      def identifier(draft, text, within)
        blank = Metamodel::Identifier.new(id: "new", parent_id: within)
        members = Metamodel::Identifier.fetch_field(:member_ids)
        draft.add(:identifier, parent_id: draft.model.fetch(within).id,
                  member_ids: Editing::FieldText.read(draft.model, blank, members, text))
      end

      def last(draft, within, kind = :allowed_value) = (draft.model.children(within, kind).last&.position || 0.0) + 1.0

      # Moves rows up or down among those of their parent. Raises InvalidValue for kinds without an order.
      def reorder(model, row_ids, steps, ids:)
        rows = row_ids.filter_map { |id| model[id] }
        first = rows.first or return ChangeSet.new
        unless first.class.fields.key?(:position)
          raise InvalidValue.new("These rows are sorted by name; they have no order of their own.", field: :position,
                                 value: nil)
        end

        siblings = first.parent_id ? model.children(first.parent_id, first.kind) : model.all(first.kind)
        ids_there = siblings.to_set(&:id)
        moved = rows.select { |row| ids_there.include?(row.id) }
        rest = siblings - moved
        at = (siblings.index(moved.first) + steps).clamp(0, rest.size)
        Draft.new(model, ids:).tap do |draft|
          rest.insert(at, *moved).each_with_index do |row, index|
            draft.set(row.id, position: index + 1.0) unless row.position == index + 1.0
          end
        end.change_set
      end

      private_class_method :cell, :make_tags, :named, :related, :foreign_key, :identifier, :last
    end
  end
end
