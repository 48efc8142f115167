# frozen_string_literal: true

module Kelvath
  module Prose
    # Types, ranges and the like in words, and back to field values.
    module ValueWords
      # What is said beyond the type, in the order in which it is written.
      FACTS = { unit: "measured in", least_value: "from", most_value: "up to", pattern: "like",
                default_value: "beginning as" }.freeze
      SIZES = %w[length precision scale].freeze

      module_function

      # "Metres", "text(30)", "Metres as decimal(7,3)", "Title with length 40" or nil if nothing is said.
      def type(element, model)
        domain = model[element[:domain_id]] if element.class.fields.key?(:domain_id)
        name = domain && Quoting.name(domain.name)
        unless element.type.empty?
          return [ name, own_type(element) ].compact.join(" as ").then { |text| text.empty? ? nil : text }
        end

        sizes = SIZES.filter_map { |size| "#{size} #{element[size.to_sym]}" if element[size.to_sym] }
        sizes.empty? ? name : "#{name || 'something'} with #{sizes.join(', ')}"
      end

      def own_type(element)
        sizes = [ element.length, element.precision, element.scale ].compact
        name = element.type.tr("_", " ")
        return name if sizes.empty?
        if sizes.size == Metamodel::SIZED_TYPES.fetch(element.type, []).size ||
           (element.type == "decimal" && element.precision && element.scale.nil?)
          return "#{name}(#{sizes.join(',')})"
        end

        sizes = SIZES.filter_map { |size| "#{size} #{element[size.to_sym]}" if element[size.to_sym] }
        "#{name} with #{sizes.join(', ')}"
      end

      # "measured in “m”, from “0”, up to “400”" as a list; empty if nothing is said.
      def facts(element)
        FACTS.filter_map { |field, words| "#{words} #{Quoting.quoted(element[field])}" unless element[field].empty? }
      end

      # The inverse of #type: field values. model: where domains are found. Raises InvalidValue.
      def read_type(text, parts, model)
        base, _, with = text.partition(/\s+with\s+(?=(?:#{SIZES.join('|')})\s+\d)/)
        sizes = with.scan(/(length|precision|scale)\s+(\d+)/).to_h { |name, number| [ name.to_sym, number.to_i ] }
        domain, own = named(base, parts, model)
        [ domain, own, sizes ].compact.reduce({}, :merge)
      end

      # "Metres as decimal(7,3)" => [{ domain_id: … }, { type: … }]
      def named(base, parts, model)
        first, as, second = base.partition(/\s+as\s+/)
        first = Quoting.restore(first.strip, parts)
        return [ nil, nil ] if first == "something"

        found = Editing::Attributes.type_values(model, first)
        return [ found, nil ] if as.empty?

        [ found.slice(:domain_id), Editing::Attributes.type_values(Model::EMPTY, second.strip).except(:domain_id) ]
      end

      # [the text before the first fact, { field => value }]
      def split_facts(text, parts)
        words = FACTS.values.map { |each| Regexp.escape(each) }.join("|")
        values = {}
        rest = text.gsub(/,?\s*\b(#{words})\s+(#{Quoting::PLACE}|\S+?)(?=,|\.?\s*\z|\s)/) do
          values[FACTS.key(Regexp.last_match(1))] = Quoting.restore(Regexp.last_match(2), parts)
          ""
        end
        [ rest.strip, values ]
      end

      private_class_method :own_type, :named
    end
  end
end
