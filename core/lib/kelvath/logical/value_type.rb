# frozen_string_literal: true

module Kelvath
  module Logical
    # The type an attribute has in the end: its own, or where it says nothing its domain's, or that of
    # the domain this one is based on. The same holds for its default, range, unit and pattern.
    ValueType = Struct.new(:name, :length, :precision, :scale, :default_value, :least_value, :most_value, :unit,
                           :pattern, :domain, :allowed_values,
                           keyword_init: true) do
      # The type of an attribute (or of a domain itself) in a model.
      def self.of(attribute, model)
        return own(attribute) unless attribute.kind == :domain || attribute.domain_id

        chain = chain(attribute, model)
        base = chain.find { |each| !each.type.empty? } || attribute
        said = self::INHERITED.to_h do |field|
          [ field, chain.map { |each| each[field] }.find { |text| !text.empty? }.to_s ]
        end
        new(name: base.type, **sizes(base, chain), **said, domain: chain.find { |each| each.kind == :domain },
            allowed_values: values(chain, model)).freeze
      end

      # The same of what has no domain. Most attributes say what others say, too; they share it.
      def self.own(attribute)
        said = attribute.values.values_at(*self::SAID)
        self::SHARED.clear if self::SHARED.size > self::MOST_SHARED
        self::SHARED[said] ||= own_values(attribute)
      end

      def self.own_values(attribute)
        sizes = Metamodel::SIZED_TYPES.fetch(attribute.type, self::NO_FIELDS).to_h do |field|
          [ field, attribute[field] ]
        end
        said = self::INHERITED.to_h { |field| [ field, attribute[field] ] }
        new(name: attribute.type, **sizes, **said, domain: nil, allowed_values: self::NO_FIELDS).freeze
      end

      # The attribute, its domain, the domain this is based on and so on; a circle ends where it closes.
      def self.chain(attribute, model)
        chain = [ attribute ]
        while (id = chain.last.kind == :domain ? chain.last.base_id : chain.last.domain_id) && (domain = model[id]) &&
              !chain.include?(domain)
          chain << domain
        end
        chain
      end

      # The domain, or the attribute itself, whose value of a field (a size, or one of INHERITED) it has; nil if none.
      def self.source(attribute, field, model)
        chain = chain(attribute, model)
        chain.find { |each| !each[field].to_s.empty? }
      end

      # Sizes are inherited only from what has the same type, or none of its own.
      def self.sizes(base, chain)
        fields = Metamodel::SIZED_TYPES[base.type] or return {}
        alike = chain.take_while { |each| each.type.empty? || each.type == base.type }
        fields.to_h { |field| [ field, alike.map { |each| each[field] }.compact.first ] }
      end

      # Allowed values (texts) of the nearest domain in a chain that lists any; empty if none does.
      def self.values(chain, model)
        chain.select { |each| each.kind == :domain }.lazy.map { |domain|
          model.children(domain.id, :allowed_value).map(&:value)
        }.find(&:any?) || []
      end

      # The integer that the database numbers by itself.
      def self.surrogate
        new(name: "integer", allowed_values: [], **self::INHERITED.to_h { |field| [ field, "" ] }).freeze
      end

      # As people read it: "text(30)", "decimal(9,2)", "not decided".
      def to_s
        return "not decided" if name.to_s.empty?

        sizes = [ length, precision, scale ].compact
        "#{name.tr('_', ' ')}#{"(#{sizes.join(',')})" if sizes.any?}"
      end

      # Is it counted or measured?
      def number? = %w[integer small_integer big_integer decimal float].include?(name)

      # Does a text fit the type? For allowed values, defaults and ranges.
      def fits?(text)
        case name
        when "integer", "small_integer", "big_integer" then text.match?(/\A[+-]?\d+\z/)
        when "decimal", "float" then text.match?(/\A[+-]?\d+(\.\d+)?(e[+-]?\d+)?\z/i) && decimal_fits?(text)
        when "boolean" then %w[true false yes no 0 1].include?(text.downcase)
        when "date" then text.match?(/\A\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])\z/)
        when "time", "zoned_time"
          text.match?(/\A([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?#{self.class::ZONE if name == "zoned_time"}\z/)
        when "timestamp", "zoned_timestamp" then text.match?(/\A\d{4}-\d\d-\d\d[T ]\d\d:\d\d(:\d\d)?/)
        when "text", "fixed_text" then length.nil? || text.length <= length
        else true
        end
      end

      private

      def decimal_fits?(text)
        return true if name == "float" || precision.nil?

        whole, fraction = text.delete("+-").split(".")
        whole.sub(/\A0+/, "").length <= precision - scale.to_i && fraction.to_s.length <= scale.to_i
      end
    end
    # Fields of which the nearest one that is filled in counts.
    ValueType::NO_FIELDS = [].freeze
    ValueType::ZONE = "([+-]\\d\\d(:?\\d\\d)?|Z)?"
    ValueType::SAID = (%i[type length precision scale] +
                       %i[default_value least_value most_value unit pattern]).freeze
    ValueType::SHARED = {} # rubocop:disable Style/MutableConstant -- what is frozen is in it
    ValueType::MOST_SHARED = 5_000
    ValueType::INHERITED = %i[default_value least_value most_value unit pattern].freeze
  end
end
