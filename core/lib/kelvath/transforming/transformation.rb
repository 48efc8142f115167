# frozen_string_literal: true

module Kelvath
  module Transforming
    # The base: what a transformation is called, what it can be asked of, and what it needs to know.
    class Transformation
      # One thing to be told: :name, :attributes (ids of the entity at hand) or :choice of [label, value].
      Argument = Struct.new(:name, :type, :label, :choices, :value, keyword_init: true)

      class << self
        # "many_to_many" for ManyToMany
        def key = name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase

        # What the button says.
        def title(text = nil) = text ? @title = text : @title

        # Can it be done with these elements? A subclass says.
        def offered?(_model, _elements) = false

        # What it needs to be told, with what it would take if nothing is said.
        def arguments(_model, _elements) = []
      end

      # id or ids: what it is done to; the rest as .arguments says.
      def initialize(model, ids:, id: nil, element_ids: nil, **arguments)
        @draft = Draft.new(model, ids:)
        @element_ids = element_ids || [ id ].compact
        @arguments = arguments
        @elements = @element_ids.map { |each| model.fetch(each) }
      end

      # The ChangeSet.
      def change
        perform
        @draft.change_set
      end

      private

      attr_reader :draft, :elements, :arguments

      def model = draft.model
      def element = elements.first
      def refuse(message, field: :transformation) = raise(InvalidValue.new(message, field:, value: nil))

      # A given name, or one made up; it must be free among entities.
      def entity_name(given, usual)
        name = given.to_s.strip
        if name.empty?
          Editing::Entities.free_entity_name(model, usual)
        else
          Metamodel::Entity.fetch_field(:name).parse(name)
        end
      end

      # A new entity beside another, on every diagram that shows that one.
      def entity_beside(other, name, **values)
        made = draft.add(:entity, name:, subject_area_id: other.subject_area_id, **values)
        model.referrers(other.id, :diagram_node).each do |node|
          Editing::Diagrams.put_beside(draft, node, made)
        end
        made
      end

      # Puts an attribute into another entity; identifiers, dependencies and discriminators of the new
      # owner are not touched, those of the old one lose it. Answers the new one.
      def move(attribute, owner_id, name: attribute.name)
        last = model.children(owner_id, :attribute).last
        made = draft.add(:attribute, parent_id: owner_id, **attribute.values, name: free_name(owner_id, name),
                         position: (last&.position || 0.0) + 1.0, former_ids: [ *attribute.former_ids, attribute.id ])
        model.children(attribute.id, :custom_value).each do |value|
          draft.add(:custom_value, parent_id: made.id, **value.values)
        end
        model.children(attribute.id, :note).each { |note| draft.add(:note, parent_id: made.id, **note.values) }
        draft.remove(attribute.id)
        made
      end

      def free_name(owner_id, name)
        taken = model.children(owner_id, :attribute).map { |each| each.name.downcase }
        [ name, *(2..(taken.size + 2)).map { |number| "#{name} #{number}" } ].find do |each|
          !taken.include?(each.downcase)
        end
      end

      def given_attributes
        found = Array(arguments[:attributes]).reject(&:empty?).map { |id| model.fetch(id) }
        refuse("Choose at least one attribute.", field: :attributes) if found.empty?
        found
      end
    end
  end
end
