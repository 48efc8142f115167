# frozen_string_literal: true

module Kelvath
  # A stage as a spreadsheet: groups of rows with the same columns.
  class Ledger
    # kind: :text, :flag, :number, :long; width in characters.
    Column = Struct.new(:name, :label, :kind, :width, keyword_init: true)
    # cells: { column name => text }; editable: false for what is computed; origin: where that comes from.
    Row = Struct.new(:id, :cells, :editable, :origin, keyword_init: true)
    # id: of the entity or table whose members are the rows; nil for the model's own.
    Group = Struct.new(:id, :title, :rows, keyword_init: true)

    # The ledger of "concept" (entities), "logical" (attributes) or a design, by its id (columns).
    def self.of(model, scope)
      case scope
      when "concept" then EntityLedger.new(model)
      when "logical" then AttributeLedger.new(model)
      else ColumnLedger.new(model, model.fetch(scope).id)
      end
    end

    def initialize(model)
      @model = model
    end

    def columns = self.class::COLUMNS
    def groups = @groups ||= build_groups
    def row(id) = rows[id]
    def rows = @rows ||= groups.flat_map(&:rows).to_h { |row| [ row.id, row ] }

    # What a new row adds, and where; nil if rows cannot be added here.
    def adds = nil

    private

    attr_reader :model

    def yes(flag) = flag ? "yes" : ""
    def self.column(name, label, kind = :text, width: 16) = Column.new(name:, label:, kind:, width:).freeze

    # The entities themselves.
    class EntityLedger < Ledger
      COLUMNS = [ column("name", "Entity", width: 24), column("definition", "Definition", :long, width: 70),
                  column("subject_area_id", "Subject area", :computed, width: 20) ].freeze

      def adds = :entity

      private

      def build_groups
        rows = model.all(:entity).sort_by { |entity| entity.name.downcase }.map do |entity|
          area = model[entity.subject_area_id]&.name.to_s
          Row.new(id: entity.id, editable: true, cells: { "name" => entity.name, "definition" => entity.definition, "subject_area_id" => area })
        end
        [ Group.new(id: nil, title: "Entities", rows:) ]
      end
    end

    # The attributes of every entity, migrated ones included.
    class AttributeLedger < Ledger
      COLUMNS = [ column("name", "Attribute", width: 26), column("type", "Domain or type", width: 18), column("length", "Length", :number, width: 7),
                  column("precision", "Precision", :number, width: 8), column("scale", "Scale", :number, width: 6),
                  column("mandatory", "Mandatory", :flag, width: 9), column("identifier", "Identifier", :flag, width: 9),
                  column("definition", "Definition", :long, width: 40) ].freeze

      def adds = :attribute

      private

      def build_groups
        keys = Logical::KeyMigration.of(model)
        model.all(:entity).sort_by { |entity| entity.name.downcase }.map do |entity|
          Group.new(id: entity.id, title: entity.name, rows: keys.held(entity.id).map { |held| row_of(held) })
        end
      end

      def row_of(held)
        type = held.value_type(model)
        origin = held.origin
        Row.new(id: held.own? ? held.id : "#{held.entity_id}.#{held.id}", editable: held.own?, origin: origin_words(held),
                cells: { "name" => held.name, "type" => origin && model[origin.domain_id]&.name || type.name.to_s.tr("_", " "), "length" => type.length.to_s,
                         "precision" => type.precision.to_s, "scale" => type.scale.to_s, "mandatory" => yes(held.mandatory),
                         "identifier" => yes(held.primary), "definition" => origin&.definition.to_s })
      end

      def origin_words(held)
        return if held.own?

        "from #{held.via.map { |id| parent_name(model.fetch(id)) }.uniq.join(' and ')}"
      end

      def parent_name(link) = model.fetch(link.kind == :relationship ? Logical::Cardinality.parent_id(link) : link.parent_id).name
    end

    # The columns of every table of a design.
    class ColumnLedger < Ledger
      COLUMNS = [ column("name", "Column", width: 26), column("native_type", "Type", width: 18), column("mandatory", "Not null", :flag, width: 8),
                  column("identity", "Numbered", :flag, width: 9), column("default_value", "Default", width: 14), column("keys", "Keys", :computed, width: 12),
                  column("comment", "Comment", :long, width: 44) ].freeze

      def initialize(model, design_id)
        super(model)
        @design_id = design_id
      end

      private

      def build_groups
        model.children(@design_id, :table).sort_by { |table| table.name.downcase }.map do |table|
          tags = Diagram::KeyTags.of_columns(model, table)
          Group.new(id: table.id, title: table.name, rows: model.children(table.id, :column).map { |column| row_of(column, tags[column.id]) })
        end
      end

      def row_of(column, tags)
        Row.new(id: column.id, editable: true,
                cells: { "name" => column.name, "native_type" => column.native_type, "mandatory" => yes(column.mandatory), "identity" => yes(column.identity),
                         "default_value" => column.default_value, "keys" => tags.join(" "), "comment" => column.comment })
      end
    end
  end
end
