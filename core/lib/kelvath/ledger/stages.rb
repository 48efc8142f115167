# frozen_string_literal: true

module Kelvath
  class Ledger
    # The entities themselves.
    class EntityLedger < Ledger
      COLUMNS = [ column("name", "Entity", width: 24), column("definition", "Definition", :long, width: 70),
                  column("subject_area_id", "Subject area", width: 20), column("tag_ids", "Tags", width: 16) ].freeze

      OTHER_LABEL = "Physical name"

      def adds = :entity
      def grouped? = false

      private

      def element_kind = :entity

      def build_groups
        rows = model.all(:entity).sort_by { |entity| entity.name.downcase }.map do |entity|
          cells = self.class::COLUMNS.to_h do |column|
            [ column.name, Editing::FieldText.shown(model, entity, entity.class.fetch_field(column.name)) ]
          end
          Row.new(id: entity.id, editable: true,
                  cells: cells.merge(other_cell { @names.of(entity) }, custom_cells(entity.id)))
        end
        [ Group.new(id: nil, title: "Entities", rows:) ]
      end
    end

    # The attributes of every entity, migrated ones included.
    class AttributeLedger < Ledger
      COLUMNS = [ column("name", "Attribute", width: 26), column("type", "Domain or type", width: 18),
                  column("length", "Length", :number, width: 7),
                  column("precision", "Precision", :number, width: 8), column("scale", "Scale", :number, width: 6),
                  column("mandatory", "Mandatory", :flag, width: 9),
                  column("identifier", "Identifier", :flag, width: 9),
                  column("default_value", "Default", width: 12), column("definition", "Definition", :long, width: 40),
                  column("entity", "Entity", :computed, width: 20), column("tag_ids", "Tags", width: 12),
                  column("unit", "Unit", width: 10),
                  column("least_value", "Least value", width: 10), column("most_value", "Greatest value", width: 12),
                  column("pattern", "Pattern", width: 14) ].freeze
      # Shown when nobody chose.
      USUAL = %w[name type length precision scale mandatory identifier default_value definition].freeze

      OTHER_LABEL = "Physical name"

      def initialize(model, previous: nil)
        super(model)
        @previous = previous
      end

      def adds = :attribute

      def columns
        @columns ||= if view.columns
          super
        else
          usual = all_columns.select { |column|
            [ *USUAL, OTHER ].include?(column.name) || column.name.start_with?("custom-")
          }
          view.flat ? all_columns.select { |column| column.name == "entity" } + usual : usual
        end
      end

      private

      def element_kind = :attribute

      # Groups of the ledger before are taken over where nothing that shows in them has changed.
      def build_groups
        keys = Logical::KeyMigration.of(model)
        other = other_ids
        old, in_order = @previous.all_groups, @previous.entity_ids.equal?(entity_ids) if other
        @previous = nil # or every older ledger would live on in the one after it
        return entity_ids.map { |id| group_of(model[id], keys) } unless other
        return old.map { |group| other.include?(group.id) ? group_of(model[group.id], keys) : group } if in_order

        old = old.to_h { |group| [ group.id, group ] }.except(*other)
        entity_ids.map { |id| old[id] || group_of(model[id], keys) }
      end

      protected

      # In order of their names.
      def entity_ids
        @entity_ids ||= model.memo_of(:entity_ids_by_name, %i[entity]) do
          model.all(:entity).sort_by { |entity| entity.name.downcase }.map(&:id)
        end
      end

      private

      def group_of(entity, keys)
        Group.new(id: entity.id, parent_id: entity.id, title: entity.name,
                  rows: keys.held(entity.id).map { |held| row_of(held, entity) })
      end

      # The ids of the groups that can be other than in the ledger before; nil if all of them can.
      def other_ids
        return unless @previous && @previous.all_columns == all_columns
        return if custom_fields.any? || model.all(:tag) != @previous.model.all(:tag)

        Diagram::Affected.between(@previous.model, model, "logical")
      end

      def row_of(held, entity)
        type = held.value_type(model)
        origin = held.origin
        own = held.own? && origin
        Row.new(id: held.own? ? held.id : "#{held.entity_id}.#{held.id}", editable: held.own?,
                origin: origin_words(held), inherited: own ? inherited(origin, type) : nil,
                cells: { "name" => held.name, **other_cell { @names.held(entity.id, held) },
                         "type" => origin && model[origin.domain_id]&.name ||
                                                        type.name.to_s.tr("_", " "), "length" => type.length.to_s,
                         "precision" => type.precision.to_s, "scale" => type.scale.to_s,
                         "mandatory" => yes(held.mandatory), "identifier" => yes(held.primary),
                         "default_value" => held.own? ? type.default_value.to_s : "",
                         "definition" => origin&.definition.to_s, "entity" => entity.name,
                         "tag_ids" => own ? tags(origin) : "",
                         "unit" => type.unit.to_s, "least_value" => type.least_value.to_s,
                         "most_value" => type.most_value.to_s, "pattern" => type.pattern.to_s,
                         **(own ? custom_cells(origin.id) : {}) })
      end

      FROM_DOMAIN = { "length" => :length, "precision" => :precision, "scale" => :scale,
                      **Logical::ValueType::INHERITED.to_h { |field| [ field.to_s, field ] } }.freeze

      # What comes from the attribute's domains: { column => the domain's name }; nil if nothing does.
      def inherited(attribute, type)
        return unless attribute.domain_id

        found = FROM_DOMAIN.select { |_, field| attribute[field].to_s.empty? && !type[field].to_s.empty? }
        found.transform_values { |field| Logical::ValueType.source(attribute, field, model).name } unless found.empty?
      end

      def origin_words(held)
        return if held.own?

        "from #{held.via.map { |id| parent_name(model.fetch(id)) }.uniq.join(' and ')}"
      end

      def tags(attribute) = Editing::FieldText.shown(model, attribute, attribute.class.fetch_field(:tag_ids))

      def parent_name(link)
        model.fetch(link.kind == :relationship ? Logical::Cardinality.parent_id(link) : link.parent_id).name
      end
    end

    # The columns of every table of a design.
    class ColumnLedger < Ledger
      COLUMNS = [ column("name", "Column", width: 26), column("native_type", "Type", width: 18),
                  column("mandatory", "Not null", :flag, width: 8),
                  column("identity", "Numbered", :flag, width: 9), column("default_value", "Default", width: 14),
                  column("keys", "Keys", :computed, width: 12),
                  column("comment", "Comment", :long, width: 44) ].freeze

      OTHER_LABEL = "In words"

      attr_reader :marks

      def initialize(model, design_id, previous: nil, decided: nil)
        super(model)
        @design_id = design_id
        @marks = decided
        @previous = previous if previous&.marks&.key == decided&.key
      end

      # What a line typed under a table adds.
      def adds = :column

      private

      def element_kind = :column

      # As those of attributes.
      def build_groups
        old = kept_groups
        @previous = nil
        Metamodel::Design.tables(model, @design_id).sort_by { |table| table.label(model).downcase }.map do |table|
          next old[table.id] if old.key?(table.id)

          tags = Diagram::KeyTags.of_columns(model, table)
          Group.new(id: table.id, parent_id: table.id, title: table.label(model), rows: rows_of(table, tags))
        end
      end

      def kept_groups
        return {} unless @previous && @previous.all_columns == all_columns && custom_fields.empty?

        affected = Diagram::Affected.between(@previous.model, model, "physical")
        @previous.all_groups.reject { |group| affected.include?(group.id) || !model.key?(group.id) }
                 .to_h { |group| [ group.id, group ] }
      end

      def rows_of(table, tags)
        platform = Platforms.of(model, table)
        Metamodel::Column.nested(model, table.id).map { |column, depth| row_of(column, depth, tags[column.id], platform) }
      end

      # What a person decided of a column, by the ledger's columns.
      def decided(column, platform)
        found = marks&.of(column)
        return found && found.to_h { |field, value| [ field.to_s, derived_text(column, field, value, platform) ] } if
          marks.nil? || found

        { "name" => nil } if marks.decided?(column)
      end

      def derived_text(column, field, value, platform)
        case column.class.fetch_field(field).type
        when :native_type then platform.write_type(value)
        when :flag then value ? "yes" : "no"
        when :expression then Metamodel::Expression.written(value) { |id| model[id]&.name.to_s }
        else value.to_s
        end
      end

      def row_of(column, depth, tags, platform)
        Row.new(id: column.id, depth:, editable: true, decided: decided(column, platform),
                cells: { "name" => column.name, **other_cell { @names.of(column) },
                         "native_type" => platform.write_type(column.native_type),
                         "mandatory" => yes(column.mandatory), "identity" => yes(column.identity),
                         "default_value" => column.default_value, "keys" => tags.join(" "), "comment" => column.comment,
                         **custom_cells(column.id) })
      end
    end
  end
end
