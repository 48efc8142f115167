# frozen_string_literal: true

module Kelvath
  module Metamodel
    # The value of a field of type :native_type: a type as a platform has it, taken apart, so that a precision alone
    # can be found and set. A hash as it stands in JSON:
    #
    #   { "base" => "numeric", "arguments" => [9, 2] }                        # numeric(9,2)
    #   { "base" => "int", "modifiers" => ["unsigned"] }                      # int unsigned
    #   { "base" => "array", "of" => [{ "base" => "integer" }] }              # integer array
    #   { "base" => "row", "fields" => [["town", { "base" => "text" }]] }     # row(town text)
    #
    # Arguments are whole numbers or SQL as it is written. The fields of a column that is a record are columns
    # within it; only what lies deeper says them itself. Platforms read and write it (Platform#read_type, #write_type).
    module NativeType
      NONE = { "base" => "" }.freeze
      PARTS = %w[base arguments modifiers of fields].freeze
      DEEPEST = 20 # types within types
      MOST = 2_000 # arguments, or fields; values of enumerations are many
      KEPT = 20_000 # values remembered

      @known = {}

      class << self
        # A value for storing, frozen and shared with its like. Raises KeyError for what has no base.
        def of(base, arguments: [], modifiers: [], of: [], fields: [])
          lists = { "arguments" => arguments, "modifiers" => modifiers, "of" => of, "fields" => fields }
          shared({ "base" => base, **lists.reject { |_, list| list.empty? } })
        end

        # The one value of its like, so that a type that ten thousand columns have is held once.
        def shared(value)
          @known[value] || begin
            @known = {} if @known.size > KEPT
            @known[value] = deeply_frozen(value)
          end
        end

        # The type with other arguments.
        #
        #   NativeType.sized(numeric, [12, 2])
        def sized(type, arguments) = shared(type.merge("arguments" => arguments).reject { |_, part| part == [] })

        # The record that a type is, or is a list or map of, from the outside; nil if there is none.
        def record(type)
          return type if Platforms::Platform::RECORDS.include?(type["base"])

          type.fetch("of", []).reverse.lazy.filter_map { |inner| record(inner) }.first
        end

        # The type with other fields in its outermost record.
        def with_fields(type, fields)
          return of(type["base"], **parts(type), fields:) if Platforms::Platform::RECORDS.include?(type["base"])

          at = type.fetch("of", []).rindex { |inner| record(inner) } or return type
          inner = type["of"].each_with_index.map { |each, index| index == at ? with_fields(each, fields) : each }
          of(type["base"], **parts(type), of: inner)
        end

        # What is wrong with a value, as words that follow its label; nil if nothing is.
        def fault(value, depth = 0)
          return "must say what it is based on" unless value.is_a?(Hash) && value["base"].is_a?(String)
          return "is nested too deeply" if depth > DEEPEST
          return "has a part that types do not have" if (value.keys - PARTS).any?
          unless value.except("base").each_value.all? { |list| list.is_a?(Array) && list.size <= MOST }
            return "has more than #{MOST} parts"
          end

          parts_fault(value, depth)
        end

        private

        def parts(type) = type.except("base", "fields").transform_keys(&:to_sym)

        def deeply_frozen(value)
          case value
          when Hash then value.to_h { |key, each| [ key, deeply_frozen(each) ] }.freeze
          when Array then value.map { |each| deeply_frozen(each) }.freeze
          else value.freeze
          end
        end

        def parts_fault(value, depth)
          texts = [ value["base"], *value["modifiers"],
                    *value["arguments"].to_a.reject { |each| ValueCheck.whole?(each) } ]
          unless texts.all? { |text| ValueCheck.text?(text) }
            return "has an argument that is neither text nor a whole number"
          end

          fields = value["fields"].to_a
          unless fields.all? { |field| field.is_a?(Array) && field.size == 2 && ValueCheck.text?(field[0]) }
            return "has a field without a name and a type"
          end

          [ *value["of"], *fields.map(&:last) ].each do |inner|
            fault(inner, depth + 1)&.then { |found| return found }
          end
          nil
        end
      end
    end
  end
end
