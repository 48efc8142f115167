# frozen_string_literal: true

module Kelvath
  module Metamodel
    # Anything a model holds: a frozen value with an id, a parent and declared fields. A kind is a
    # subclass that declares them:
    #
    #   class Attribute < Element
    #     within :entity
    #     field :mandatory, :flag
    #   end
    #   Attribute.new(id: "…", parent_id: "…", mandatory: true).mandatory  # => true
    #
    # Values equal to the default are not stored, which keeps a large model small.
    class Element
      extend Facts

      class << self
        # The name of the kind, :crew_list for CrewList.
        def kind = @kind ||= name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase.to_sym

        # The same as text.
        def key = @key ||= kind.to_s.freeze

        # The name as people read it: "crew list".
        def title = kind.to_s.tr("_", " ")

        # Declares the kinds this one stands within; none: it stands in the model itself.
        def within(*kinds) = kinds.empty? ? (@within || []) : @within = kinds.freeze

        # Declares a field; options: as Field.new takes them.
        def field(name, type, **options)
          fields[name] = Field.new(name, type, **options)
          const_set("DEFAULT_#{name.upcase}", fields[name].default)
          # Written out rather than closed over: a page reads fields a million times.
          class_eval "def #{name} = @values.fetch(:#{name}, DEFAULT_#{name.upcase})"
        end

        # Declared fields by name, in order of declaration.
        def fields = @fields ||= {}

        # The field of that name. Raises UnknownName.
        def fetch_field(name)
          fields.fetch(name.to_sym) do
            raise UnknownName, "A #{title} has no field “#{name}”; it has #{fields.keys.join(', ')}."
          end
        end

        # Fields whose values are SQL with references in it.
        def expression_fields = @expression_fields ||= fields.values.select(&:expression?)

        # What each field is when nothing is said.
        def defaults = @defaults ||= fields.transform_values(&:default).freeze

        # Fields that hold ids of other elements.
        def reference_fields
          @reference_fields ||= fields.values.select { |field| field.reference? || field.references? }
        end

        # The inverse of #to_h. Raises UnknownName, InvalidValue for a value its field cannot take.
        def from_h(hash)
          parent = hash["within"]
          unless parent.nil? || ValueCheck.id?(parent)
            raise InvalidValue.new("“within” must be the id of an element.", field: nil, value: parent)
          end

          new(id: hash.fetch("id"), parent_id: parent, **values_of(hash) { |field, value| checked(field, value) })
        end

        # The inverse of #to_h for what was checked when it was written.
        def kept(hash)
          new(id: hash.fetch("id"), parent_id: hash["within"], **values_of(hash) { |_, value| value })
        end

        private

        def values_of(hash)
          hash.except("kind", "id", "within").to_h do |name, value|
            fetch_field(name).then { |field| [ field.name, yield(field, value) ] }
          end
        end

        def checked(field, value)
          fault = ValueCheck.fault(field, value)
          fault ? raise(InvalidValue.new(fault, field: field.name, value:)) : value
        end
      end

      attr_reader :id, :parent_id, :values

      # id: a ULID or a composed id; parent_id: the element it stands within; then its fields.
      # Raises UnknownName for a field that is not declared.
      def initialize(id:, parent_id: nil, **values)
        @id = id
        @parent_id = parent_id
        defaults = self.class.defaults
        @values = values.delete_if { |name, value| value == defaults.fetch(name) { default_of(name) } }.freeze
        freeze
      end

      def kind = self.class.kind

      # The value of a field by its name.
      def [](name) = @values.fetch(name) { default_of(name) }

      # What people call it: its name, or words that stand for one. model: where it stands.
      def label(_model) = @values.fetch(:name, "")

      # Ids of the entities and tables on whose cards it shows.
      def card_ids(_model) = [ parent_id ].compact

      # A copy with some fields changed, or with another id or parent. Raises as #initialize.
      def with(id: @id, parent_id: @parent_id, **changes) = dup.become(id, parent_id, changes)

      # Its texts in which elements are named: the expressions, and options that are SQL.
      def expressions
        texts = self.class.expression_fields.filter_map { |field| @values[field.name] }
        texts.concat(@values[:options].values.grep(String)) if @values.key?(:options)
        texts
      end

      # Ids of all elements this one refers to, the parts of composed ids included, without its parent.
      def referenced_ids
        ids = []
        self.class.reference_fields.each do |field|
          value = @values[field.name] or next
          [ *value ].each { |id| id.include?(".") ? ids.concat(id.split(".")) : ids << id }
        end
        expressions.each { |text| ids.concat(Expression.ids(text)) }
        ids
      end

      # { "kind" => …, "id" => …, "within" => …, then the fields that differ from their default }
      def to_h
        hash = { "kind" => self.class.key, "id" => id }
        hash["within"] = parent_id if parent_id
        @values.each { |name, value| hash[name.name] = value }
        hash
      end

      def ==(other)
        other.class == self.class && other.id == id && other.parent_id == parent_id && other.values == values
      end
      alias eql? ==

      def hash = [ id, values ].hash
      def inspect = "#<#{kind} #{id}>" # without its values, which are nobody's business in a log

      protected

      # Only what is changed is held against the defaults.
      def become(id, parent_id, changes)
        @id = id
        @parent_id = parent_id
        values = @values.merge(changes)
        changes.each { |name, value| values.delete(name) if value == default_of(name) }
        @values = values.freeze
        freeze
      end

      private

      def default_of(name) = self.class.defaults.fetch(name) { self.class.fetch_field(name).default }
    end
  end
end
