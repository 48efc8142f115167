# frozen_string_literal: true

module Kelvath
  module Platforms
    # What a platform does with types: reads and writes them, holds them against those it has, and turns them into
    # logical ones and back. From what the platform declares:
    #
    # DATA_TYPES  the DataTypes it has
    # TYPES       { logical type => forms of the native one }: %l is the length, %p the precision, %s the scale. The
    #             first form stands of which all sizes are known and which the version has
    module Types
      # The native type of a ValueType, as text.
      def native_type(value_type)
        forms = Array(self.class::TYPES.fetch(value_type.name.to_s))
        sizes = { "%l" => value_type.length, "%p" => value_type.precision, "%s" => value_type.scale }
        known = forms.select { |text| text.scan(/%[lps]/).all? { |mark| sizes[mark] } }
                     .map { |text| text.gsub(/%[lps]/) { |mark| sizes[mark].to_s } }
        known.find { |text| type_fault(read_type(text)).nil? } || known.last
      end

      # The type, as text, of columns that take these texts only; nil where there is none that lists them itself.
      def enumerated_type(values)
        self.class::ENUMERATION&.then { |name| "#{name}(#{values.map { |value| literal(value) }.join(', ')})" }
      end

      # The type of a number that the database gives.
      def identity_type = "integer"

      # The DataTypes that this version has.
      def types_known = self.class::DATA_TYPES.select { |each| reached?(each.since) && !past?(each.until) }

      # The DataType that a base means, by its name or another spelling; nil for none.
      def data_type(base) = data_types[base]

      # The text of a native type, from a catalog, a script or a person -> Metamodel::NativeType value. However it is
      # spelt, the same type gives the same value.
      def read_type(text) = spelt(parsed_type(text.to_s))

      # The inverse: as it stands in a script.
      def write_type(type)
        return write_array(type) if type["base"] == "array" && type.key?("of")

        head, tail = split_base(type["base"])
        [ "#{head}#{write_arguments(type)}#{write_fields(type)}", tail, *type["modifiers"] ].compact.join(" ")
      end

      # Why a type cannot be one of this platform in its version, in a sentence that says what would be right; nil if
      # it can.
      #
      # known: names of the design's own types.
      #
      #   Platforms.fetch("postgresql").type_fault({ "base" => "wibble" })
      #   # => "PostgreSQL has no type “wibble”."
      def type_fault(type, known: Model::NONE)
        return if any_type? || type == Metamodel::NativeType::NONE || known.include?(type["base"])

        inner = type.fetch("of", []) + type.fetch("fields", []).map(&:last)
        own = nested?(type) ? nil : own_fault(type)
        own || inner.lazy.filter_map { |each| type_fault(each, known:) }.first
      end

      # The type of a column with the fields of its record, which are the columns within it.
      def type_of(column, model)
        return column.native_type if model.leaf?(column.id)

        within = model.children(column.id, :column)
        return column.native_type if within.empty?

        Metamodel::NativeType.with_fields(column.native_type, within.map { |each| [ each.name, type_of(each, model) ] })
      end

      # Native type -> { type:, length:, precision:, scale: }; an unknown one gives an empty type.
      def logical_type(native)
        sizes = native.fetch("arguments", []).filter_map { |each|
          each.is_a?(String) ? each[/\A\d+(?= )/]&.to_i : each
        }
        type = logical_name(native)
        type = "text" if type == "long_text" && sizes.any?
        { type:, **Metamodel::SIZED_TYPES.fetch(type, []).zip(sizes).to_h }.reject do |_, value|
          value.nil? || value == 0 && type != "decimal"
        end
      end

      # Is every word a type, as far as is known?
      def any_type? = self.class::ANY_TYPE || self.class::DATA_TYPES.empty?

      private

      # The text taken apart, in whatever spelling.
      def parsed_type(text) = TypeText.new(text, modifiers: self.class::TYPE_MODIFIERS).type

      # The logical type of a native one, "" for none.
      def logical_name(native) = data_type(native["base"])&.logical || self.class::LOGICAL.fetch(native["base"], "")

      # { name or other spelling => DataType }
      def data_types
        @data_types ||= self.class::DATA_TYPES.each_with_object({}) do |each, found|
          [ each.name, *each.also ].each { |spelling| found[spelling] ||= each }
        end
      end

      # In the platform's own spelling, with the sizes that it takes by itself.
      def spelt(type)
        known = data_type(type["base"])
        inner = %w[of fields].to_h { |part| [ part.to_sym, type.fetch(part, []) ] }
        inner[:of] = inner[:of].map { |each| spelt(each) }
        inner[:fields] = inner[:fields].map { |name, each| [ name, spelt(each) ] }
        arguments = type.fetch("arguments", [])
        Metamodel::NativeType.of(known&.name || type["base"], modifiers: type.fetch("modifiers", []), **inner,
                                 arguments: known ? known.filled(arguments) : arguments)
      end

      # Is it made of other types, in a way that the platform knows?
      def nested?(type)
        record = Platform::RECORDS.include?(type["base"]) # its fields may be columns within the column
        return false unless record || type.key?("of") || type.key?("fields")

        supports?(:nested_columns) || (type["base"] == "array" && supports?(:arrays))
      end

      def own_fault(type)
        known = data_type(type["base"])
        return unknown_type(type) unless known
        unless reached?(known.since)
          return "#{title} has the type “#{known.name}” since #{known.since} only; this design is for #{version}."
        end
        return "#{title} has the type “#{known.name}” up to #{known.until} only." if past?(known.until)

        known.fault(type.fetch("arguments", []))&.then { |words| "#{known.name} #{words}." }
      end

      def unknown_type(type)
        text = write_type(type)
        base = type["base"].split("(").first.to_s
        near = DidYouMean::SpellChecker.new(dictionary: data_types.keys).correct(base).first
        "#{title} has no type “#{text}”.#{" Did you mean “#{near}”?" if near}"
      end

      # timestamp(3) with time zone: what comes before the arguments, and what after.
      def split_base(base)
        base.match(/\A(time|timestamp)( with(?:out)?(?: local)? time zone)\z/)&.captures&.map(&:strip) || [ base, nil ]
      end

      def write_array(type)
        "#{write_type(type['of'].first)} array#{type.fetch('arguments', []).map { |bound| "[#{bound}]" }.join}"
      end

      def write_arguments(type) = type.key?("arguments") ? "(#{type['arguments'].join(',')})" : ""

      def write_fields(type)
        if type.key?("fields")
          "(#{type['fields'].map { |name, inner| "#{quote(name)} #{write_type(inner)}" }.join(', ')})"
        else
          ""
        end
      end
    end
  end
end
