# frozen_string_literal: true

module Kelvath
  module Merging
    # Do two versions of an element say the same? What a platform writes in several ways counts as it means it.
    class Sameness
      DRAWN = { diagram_node: %i[x y width], diagram_note: %i[x y width height] }.freeze # told as one

      # told: does a database tell one of the sides? The block answers an Element by an id of the left side.
      def initialize(left, told:, &find)
        @left, @told, @find = left, told, find
        @likenesses = {}
        @groups = {}
      end

      # [[Field, …], …] in which two Elements of a kind differ, those together that are taken together.
      def differing(one, other)
        return Model::NONE if one.values == other.values

        found = groups(one.class).filter_map do |fields|
          unlike = fields.reject { |field| one[field.name] == other[field.name] }
          unlike if unlike.any?
        end
        found.empty? || !physical?(one) ? found : meant(found, one, other)
      end

      # Fields of a kind that are compared: [Field, …]. What a model is called is its own affair.
      def self.fields(type)
        (@fields ||= {})[type] ||= type.fields.each_value.select { |field|
          !field.internal? && (field.compared? || field.name == :schema_id) &&
            !(type.kind == :header && field.name == :name)
        }.freeze
      end

      private

      def groups(type)
        @groups[type] ||= begin
          together = DRAWN.fetch(type.kind, Model::NONE)
          one, rest = Sameness.fields(type).partition { |field| together.include?(field.name) }
          [ *([ one ] if one.any?), *rest.map { |field| [ field ] } ]
        end
      end

      def physical?(element) = element.class.side == :physical && element.kind != :design

      def meant(found, one, other)
        likeness = likeness(one) or return found
        names = likeness.differences(one, other)
        known = Derivation::Again::Parts.fields(one.class).to_set(&:name)
        found.select { |fields| fields.any? { |field| names.include?(field.name) || !known.include?(field.name) } }
      end

      def likeness(element)
        design = @left.root_id ? @left.design : @left.model[Model::Parts.of(element, @left.model)]
        return unless design

        @likenesses[design.id] ||= Altering::Likeness.new(Platforms.of(@left.model, design), told: @told) do |id|
          @find.(id)&.then { |found| found.class.fields.key?(:name) ? found.name : found.label(@left.model) } || id
        end
      end
    end
  end
end
