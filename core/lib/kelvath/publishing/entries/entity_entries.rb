# frozen_string_literal: true

module Kelvath
  module Publishing
    # The pages of entities.
    class EntityEntries < Entries
      def initialize(model, scope, taken)
        super
        @keys = Logical::KeyMigration.of(model)
        @facts = Prose::Facts.new(model)
      end

      # The Entry of an entity.
      def of(entity)
        area = @model[entity.subject_area_id]
        entry(entity, "entity", entity.name, area ? area.name : "", {
          "definition" => -> { passage(entity.definition) }, "attributes" => -> { attributes(entity) },
          "rules" => -> { rules(entity) }, "used" => -> { used(entity.id, tables_of(entity.id)) }
        })
      end

      private

      def rules(entity)
        told = @facts.entity(entity).reject { |each| each.key.start_with?("means:", "has:") }
        Sentences.new(title: "Rules", lines: told.map { |each| [ "", each.text ] }) if told.any?
      end

      def attributes(entity)
        chosen("Attributes", [ "Attribute", :name.to_proc ], @keys.held(entity.id), columns)
      end

      def columns
        @columns ||= {
          "type" => [ "Type", ->(held) { held.origin ? domain_or_type(held.origin) : "number" } ],
          "mandatory" => [ "Mandatory", ->(held) { mark(held.mandatory) } ],
          "key" => [ "Key", ->(held) { held.primary ? "PK" : "" } ],
          "default" => [ "Default", ->(held) { held.origin&.default_value.to_s } ],
          "unit" => [ "Unit", ->(held) { held.origin ? held.origin.unit.to_s : "" } ],
          "meaning" => [ "Meaning", ->(held) { held.migrated? ? from(held) : held.origin&.definition.to_s } ],
          **custom_columns(:attribute) { |held| held.origin unless held.migrated? }
        }
      end

      def domain_or_type(attribute)
        domain = @model[attribute.domain_id]
        domain ? Link.new(domain.name, domain.id) : type(attribute)
      end

      def from(held)
        parent = @model[held.origin&.parent_id]
        parent ? [ "from ", Link.new(parent.label(@model), parent.id) ] : ""
      end

      # Tables in scope that come from an entity.
      def tables_of(id)
        @from ||= @scope.tables.flat_map(&:last).group_by(&:source_id)
        @from.fetch(id, [])
      end
    end
  end
end
