# frozen_string_literal: true

module Kelvath
  module Matching
    # What an element is known by on its side, in the ids of the left side: keys that are equal for what may be the
    # same. nil: it has none of that sort, or names something that has no counterpart.
    class Signatures
      # What is known by what it refers to, fields of which all must be alike, the surest first.
      STRUCTURE = {
        relationship: [ %i[from_id to_id phrase role_name], %i[from_id to_id phrase], %i[from_id to_id] ],
        identifier: [ %i[primary], %i[member_ids] ],
        dependency: [ %i[determinant_ids dependent_ids], %i[determinant_ids], %i[dependent_ids] ],
        arc: [ %i[relationship_ids] ], subtype_group: [ %i[subtype_ids] ],
        key: [ %i[primary], %i[column_ids] ],
        foreign_key: [ %i[column_ids target_table_id], %i[column_ids] ],
        index: [ %i[column_ids expression condition], %i[column_ids] ],
        check: [ %i[condition] ], row: [ %i[content] ], grant: [ %i[on_id] ], custom_value: [ %i[custom_field_id] ],
        diagram_node: [ %i[element_id] ], header: [ [] ], design: [ %i[platform name], %i[platform] ],
        type_rule: [ %i[design_id type domain_id attribute_id platform] ]
      }.freeze
      NO_TEXT = %i[relationship dependency diagram_node custom_value type_rule].freeze # whose labels name others
      TOLD = 20 # characters of a definition that says enough to be known by

      # side: a Side; the block gives the left side's id of what has an id here, nil if it has no counterpart.
      def initialize(side, &translate)
        @side = side
        @translate = translate
      end

      # Where it stands; nil if that has no counterpart.
      def place(element)
        parent = element.parent_id
        parent.nil? || parent == @side.root_id ? [ element.kind ] : @translate.(parent)&.then { |id|
 [ element.kind, id ] }
      end

      # By what it was derived from, which is beside what is compared if that is a design.
      def source(element)
        return unless element.class.fields.key?(:source_id) && !element.source_id.to_s.empty?

        of = @side.root_id ? element.source_id : composed(element.source_id)
        [ of, element.kind == :key && element.primary ] if of
      end

      # By its name as it is written, and by that without the ways in which names are written.
      def name(element) = text(element)&.then { |text| [ schema(element), text.downcase ] }
      def plain_name(element) = text(element)&.then { |text| [ schema(element), Signatures.plain(text) ] }

      # By the definition, or comment, if it says enough.
      def told(element)
        text = element.values[:definition] || element.values[:comment]
        text if text && text.length >= TOLD
      end

      # How many sorts of structure a kind is known by.
      def self.structures(kind) = STRUCTURE.fetch(kind, Model::NONE).size

      # By what it refers to, the surest first. index: below .structures.
      def structure(element, index)
        fields = STRUCTURE.fetch(element.kind)[index]
        values = fields.map { |name| value(element, element.class.fetch_field(name)) { return } }
        values if fields.empty? || values.any? { |each| !each.nil? && each != "" && each != [] && each != false }
      end

      # "CREW_MEMBER", "Crew Member" and "crewMember" are one.
      def self.plain(text) = text.gsub(/[^\p{L}\p{N}]+/, "").downcase

      private

      def text(element)
        text = element.values[:name] if element.class.fields.key?(:name)
        text ||= element.label(@side.model) unless NO_TEXT.include?(element.kind) || element.class.fields.key?(:name)
        text unless text.to_s.empty?
      end

      def schema(element) = element.values[:schema_id]&.then { |id| @side.model[id]&.name&.downcase }

      # Yields for what names something without a counterpart.
      def value(element, field)
        value = element[field.name]
        case field.type
        when :reference then value && (composed(value) || yield)
        when :references then value.map { |id| composed(id) || yield }
        when :expression
          Metamodel::Expression.written(value) { |id| @translate.(id) || yield }.downcase.gsub(/[\s()]+/, "")
        when :name then value.downcase
        else value
        end
      end

      def composed(id)
        return @translate.(id) unless id.include?(".")

        parts = id.split(".").map { |part| @translate.(part) || (return nil) }
        parts.join(".")
      end
    end
  end
end
