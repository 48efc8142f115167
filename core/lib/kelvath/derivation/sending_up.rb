# frozen_string_literal: true

module Kelvath
  module Derivation
    # Takes what was decided in a design over to the logical side, so that it would be derived by itself: another type,
    # a name, a default, a new column, table or foreign key.
    class SendingUp
      COLUMN_FIELDS = %i[name native_type mandatory default_value comment].freeze
      TABLE_FIELDS = %i[name comment].freeze

      # Can that Decision be sent up?
      def self.possible?(model, decision)
        element = decision.element
        case [ decision.way, element.kind ]
        in [ :changed, :column ] then COLUMN_FIELDS.include?(decision.field.name) && attribute(model, element)
        in [ :changed, :table ] then TABLE_FIELDS.include?(decision.field.name) && entity(model, element)
        in [ :added, :column ] then entity(model, model[element.parent_id])
        in [ :added, :foreign_key ] then entity(model, model[element.parent_id]) && reaches?(model, element)
        in [ :added, :table ] then model.children(element.id, :column).any?
        else false
        end ? true : false
      end

      # The attribute or entity that a column or table stands for, or nil.
      def self.attribute(model, column) = model.of_kind(column.source_id, :attribute)
      def self.entity(model, table) = table && table.kind == :table ? model.of_kind(table.source_id, :entity) : nil

      # Does a foreign key refer to the primary key of a table that stands for an entity?
      def self.reaches?(model, key)
        target = model[key.target_table_id]
        primary = target && model.children(target.id, :key).find(&:primary)
        primary && entity(model, target) && primary.column_ids.sort == key.target_column_ids.sort
      end

      # ChangeSet that sends a Decision up. standard: what names are read by. Raises InvalidValue for one that the
      # logical side has no place for.
      def self.change(model, decision, ids:, standard: Naming::Standard.plain)
        unless possible?(model, decision)
          raise InvalidValue.new("The logical side has no place for that.", field: :decision, value: decision.key)
        end

        new(Draft.new(model, ids:), standard).change(decision)
      end

      def initialize(draft, standard)
        @draft = draft
        @standard = standard
      end

      # The ChangeSet of one Decision.
      def change(decision)
        element = decision.element
        case [ decision.way, element.kind ]
        in [ :changed, :column ] then column_field(element, decision.field.name)
        in [ :changed, :table ] then table_field(element, decision.field.name)
        in [ :added, :column ] then attribute(element, entity_of(model[element.parent_id]))
        in [ :added, :foreign_key ] then relationship(element)
        in [ :added, :table ] then table(element)
        end
        @draft.change_set
      end

      private

      def model = @draft.model
      def entity_of(table) = self.class.entity(model, table)
      def platform(element) = Platforms.of(model, element)

      # What the logical side says of a column, as fields of an attribute.
      def said(column)
        { native_type: type(column), mandatory: { mandatory: column.mandatory },
          comment: { definition: column.comment },
          default_value: { default_value: Intake::Conditions.value(column.default_value).to_s },
          name: { name: words(column, :column, column.parent_id) } }
      end

      def type(column)
        found = platform(column).logical_type(column.native_type)
        sizes = %i[length precision scale].to_h { |size| [ size, found[size] ] }
        { domain_id: nil, type: found[:type], **sizes }
      end

      # The name in words, free among those beside it.
      def words(element, kind, parent_id)
        text = @standard.words(element.name, kind).text
        return text if kind == :table

        owner = self.class.entity(model, model[parent_id])
        taken = Naming::TakenNames.new(joint: " ")
        beside = owner ? model.children(owner.id, :attribute) : []
        beside.each { |each| taken.claim(each.name) unless each.id == element.source_id }
        taken.take(text)
      end

      def column_field(column, field) = @draft.set(column.source_id, **said(column).fetch(field))

      def table_field(table, field)
        values = field == :name ? { name: words(table, :table, nil) } : { definition: table.comment }
        @draft.set(table.source_id, **values)
      end

      # A column becomes an attribute of an entity, and stands for it from now on.
      def attribute(column, entity)
        made = @draft.add(:attribute, parent_id: entity.id, **said(column).values.reduce(:merge),
                                      position: column.position, surrogate: column.identity)
        @draft.set(column.id, source_id: made.id)
        made
      end

      # A foreign key becomes a relationship; columns made for it are those that come with the other one's key.
      def relationship(key)
        child, parent = [ key.parent_id, key.target_table_id ].map { |id| entity_of(model[id]) }
        columns = key.column_ids.map { |id| model[id] }
        primary = model.children(key.parent_id, :key).find(&:primary)&.column_ids.to_a
        link = @draft.add(:relationship, from_id: parent.id, to_id: child.id, from_most: 1,
                                         from_least: columns.all?(&:mandatory) ? 1 : 0,
                                         identifying: (key.column_ids - primary).empty?, phrase: "have",
                                         on_delete: key.on_delete == "no action" ? "" : key.on_delete,
                                         on_update: key.on_update == "no action" ? "" : key.on_update)
        @draft.set(key.id, source_id: link.id)
        columns.zip(key.target_column_ids).each { |column, target_id| brought(column, link, model[target_id]) }
        link
      end

      # An attribute that stood for the column gives way to what comes with the key.
      def brought(column, link, target)
        own = self.class.attribute(model, column)
        @draft.remove(own.id) if own
        @draft.set(column.id, source_id: Logical::HeldAttribute.source_id("#{link.id}.#{target.source_id}"))
      end

      # A table becomes an entity with its attributes, identifiers and relationships.
      def table(table)
        entity = @draft.add(:entity, name: Editing::Entities.free_entity_name(model, words(table, :table, nil)),
                                     definition: table.comment)
        @draft.set(table.id, source_id: entity.id)
        foreign = model.children(table.id, :foreign_key).select { |key| self.class.reaches?(model, key) }
        brought = foreign.flat_map(&:column_ids)
        made = model.children(table.id, :column).reject { |column| brought.include?(column.id) }
                    .to_h { |column| [ column.id, attribute(column, entity).id ] }
        foreign.each { |key| relationship(key) }
        model.children(table.id, :key).each { |key| identifier(key, entity, made) }
      end

      def identifier(key, entity, made)
        members = key.column_ids.filter_map { |id| made[id] }
        return if members.empty?

        identifier = @draft.add(:identifier, parent_id: entity.id, primary: key.primary, member_ids: members,
                                             name: key.primary ? "Primary" : "")
        @draft.set(key.id, source_id: key.primary ? entity.id : identifier.id)
      end
    end
  end
end
