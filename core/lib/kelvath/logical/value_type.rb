# frozen_string_literal: true

module Kelvath
  module Logical
    # The type an attribute has in the end: its own, or its domain's where it says nothing.
    ValueType = Struct.new(:name, :length, :precision, :scale, :default_value, :domain, :allowed_values, keyword_init: true) do
      # The type of an attribute (or of a domain itself) in a model.
      def self.of(attribute, model)
        domain = attribute.kind == :domain ? attribute : model[attribute.domain_id]
        own = attribute.type.empty? ? nil : attribute
        base = own || domain || attribute
        new(name: base.type, **sizes(base, attribute, domain), domain:,
            default_value: [ attribute.default_value, domain&.default_value ].compact.find { |text| !text.empty? }.to_s,
            allowed_values: domain ? model.children(domain.id, :allowed_value).map(&:value) : []).freeze
      end

      def self.sizes(base, attribute, domain)
        fields = Metamodel::SIZED_TYPES[base.type] or return {}
        inherited = domain && domain.type == base.type ? domain : nil
        fields.to_h { |field| [ field, attribute[field] || base[field] || inherited&.[](field) ] }
      end

      # The integer that the database numbers by itself.
      def self.surrogate = new(name: "integer", default_value: "", allowed_values: []).freeze

      # As people read it: "text(30)", "decimal(9,2)", "not decided".
      def to_s
        return "not decided" if name.to_s.empty?

        sizes = [ length, precision, scale ].compact
        "#{name.tr('_', ' ')}#{"(#{sizes.join(',')})" if sizes.any?}"
      end
    end
  end
end
