# frozen_string_literal: true

module Kelvath
  module Derivation
    # Numbered keys by rule: an entity that the rule is about gets a number for its primary key, and what identified it
    # becomes a unique key. Subtypes have the key of their supertype, whatever the rule.
    class Numbering
      # What a rule is about, by the primary key (Logical::HeldAttribute list) of an entity.
      RULES = {
        "composed" => ->(key, _model) { key.size > 1 },
        "not a number" => ->(key, model) { key.size > 1 || !key.first.value_type(model).number? },
        "all" => ->(key, _model) { key.none?(&:surrogate?) }
      }.freeze

      attr_reader :model

      # wanted: one of RULES; anything else leaves the model as it is.
      def initialize(model, wanted)
        @before = @model = model
        rule = RULES[wanted] or return
        keys = Logical::KeyMigration.of(model, surrogates: true)
        subtypes = model.all(:subtype_group).flat_map(&:subtype_ids).to_set
        @numbered = model.all(:entity).reject { |entity| subtypes.include?(entity.id) }
                         .select { |entity| key = keys.primary(entity.id); key.any? && rule.call(key, model) }
        number
      end

      private

      # First the keys go, then what identified is known by the ids that it has now.
      def number
        loosened = @numbered.flat_map { |entity| identifying(entity) + primary(entity) }
        return if loosened.empty?

        @model = @before.updated(put: loosened.map { |each| loose(each) }, drop: [])
        keys = Logical::KeyMigration.of(@model, surrogates: true)
        @model = @model.updated(put: @numbered.filter_map { |entity| unique(entity, keys) }, drop: [])
      end

      def identifying(entity)
        @before.referrers(entity.id, :relationship).select do |link|
          link.identifying && Logical::Cardinality.child_id(link) == entity.id
        end
      end

      def primary(entity) = @before.children(entity.id, :identifier).select(&:primary)
      def loose(element) = element.with(**(element.kind == :identifier ? { primary: false } : { identifying: false }))

      # The identifier that was the primary one, with what came by identifying relationships.
      def unique(entity, keys)
        links = identifying(entity).map(&:id)
        came = keys.migrations(entity.id).select { |each| links.include?(each.link.id) }
                   .flat_map { |each| each.pairs.map { |child, _| child.id } }
        own = primary(entity).first
        return own.with(primary: false, name: "", member_ids: (came + own.member_ids).uniq) if own
        return if came.empty?

        Metamodel::Identifier.new(id: "#{entity.id}-natural", parent_id: entity.id, member_ids: came.uniq)
      end
    end
  end
end
