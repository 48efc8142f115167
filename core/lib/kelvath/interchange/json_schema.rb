# frozen_string_literal: true

module Kelvath
  module Interchange
    # The JSON Schema (draft 2020-12) of the model file, made from the metamodel alone.
    module JsonSchema
      module_function

      # As a hash, ready for JSON.
      def document
        { "$schema" => "https://json-schema.org/draft/2020-12/schema", "title" => "Kelvath model file",
          "type" => "object",
          "required" => %w[format version elements], "additionalProperties" => false,
          "properties" => { "format" => { "const" => ModelFile::FORMAT },
                            "version" => { "const" => ModelFile::VERSION },
                            "elements" => list,
                            **ModelFile::STANDARDS.to_h { |name| [ name, list ] } },
          "$defs" => Metamodel::KINDS.to_h { |name, kind| [ name.to_s, definition(kind) ] } }
      end

      def list
        { "type" => "array", "items" => { "oneOf" => Metamodel::KINDS.keys.map do |kind|
          { "$ref" => "#/$defs/#{kind}" }
        end } }
      end

      # The schema of one kind of element.
      def definition(kind)
        base = { "kind" => { "const" => kind.kind.to_s }, "id" => { "type" => "string" } }
        if kind.within.any?
          base["within"] = { "type" => "string", "description" => "Id of the #{kind.within.join(' or ')}" }
        end

        fields = kind.fields.to_h do |name, field|
          [ name.to_s, field.schema.merge("default" => field.default).compact ]
        end
        { "type" => "object", "required" => base.keys, "additionalProperties" => false,
          "properties" => base.merge(fields) }
      end

      private_class_method :list, :definition
    end
  end
end
