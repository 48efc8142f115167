# frozen_string_literal: true

module Kelvath
  module Derivation
    # Which native type a value gets: the platform's own, unless a Metamodel::TypeRule says otherwise. A rule of one
    # attribute outranks that of a domain, which outranks that of a logical type; one of this design that of all designs
    # for the platform.
    class TypeTable
      def initialize(model, design, platform)
        @model = model
        @platform = platform
        rules = model.all(:type_rule).select { |rule| rule.design_id ? rule.design_id == design.id : at?(rule) }
        rules = rules.sort_by { |rule| rule.design_id ? 0 : 1 }
        @of_attribute, @of_domain, @of_type = %i[attribute_id domain_id type].map do |field|
          rules.each_with_object({}) { |rule, known| known[rule[field]] ||= rule.becomes if about?(rule, field) }
        end
        @known = {}
        @alike = {}.compare_by_identity # of types alone, which attributes share
      end

      # The native type (Metamodel::NativeType value) of an attribute with that Logical::ValueType; attribute may be
      # nil, of a number that the database gives.
      def native(type, attribute = nil)
        return @alike[type] ||= worked_out(type, nil) if @of_attribute.empty? && @of_domain.empty?

        worked_out(type, attribute)
      end

      # Why a type that is typed for a rule cannot be one, in a sentence; nil if it can.
      def self.fault(platform, text)
        type = Logical::ValueType.new(name: "text", length: 10, precision: 9, scale: 2, allowed_values: [])
        platform.type_fault(platform.read_type(filled(text, type)))
      end

      # %l, %p and %s as the sizes that are known; sizes of which one is not known are left out.
      def self.filled(text, type)
        sizes = { "%l" => type.length, "%p" => type.precision, "%s" => type.scale }
        text.gsub(/\(([^()]*%[lps][^()]*)\)/) do
          marks = Regexp.last_match(1)
          marks.scan(/%[lps]/).all? { |mark| sizes[mark] } ? "(#{marks.gsub(/%[lps]/) { |m| sizes[m].to_s }})" : ""
        end
      end

      private

      # The types of one logical type and size are one.
      def worked_out(type, attribute)
        text = said(type, attribute)
        @known[[ text, type.name, type.length, type.precision, type.scale ]] ||=
          @platform.read_type(text ? filled(text, type) : @platform.native_type(type))
      end

      def filled(text, type) = self.class.filled(text, type)
      def at?(rule) = rule.platform == @platform.class.key

      # Is the field what the rule goes by?
      def about?(rule, field)
        return rule.attribute_id if field == :attribute_id

        rule.attribute_id.nil? && (field == :domain_id ? rule.domain_id : rule.domain_id.nil?)
      end

      def said(type, attribute)
        (attribute && (@of_attribute[attribute.id] || of_domain(attribute))) || @of_type[type.name]
      end

      # That of the nearest domain.
      def of_domain(attribute)
        return if @of_domain.empty? || attribute.domain_id.nil?

        Logical::ValueType.chain(attribute, @model).drop(1).lazy.filter_map { |domain| @of_domain[domain.id] }.first
      end
    end
  end
end
