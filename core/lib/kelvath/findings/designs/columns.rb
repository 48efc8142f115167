# frozen_string_literal: true

module Kelvath
  module Findings
    # A type that the platform does not have in this version, or not with these sizes.
    class NativeTypeUnknown < DesignCheck
      holds "Every column has a type that its platform knows in its version."
      weighs :error
      looks_at :column

      private

      def about(column)
        fault = platform.type_fault(column.native_type, known: Platforms.enumerations(model, column).keys) or return []
        [ finding(column, "#{title(column).sub(/\A./, &:upcase)}: #{fault}", instead(column)) ]
      end

      # What its logical type would be here.
      def instead(column)
        logical = platform.logical_type(column.native_type)
        type = platform.read_type(platform.native_type(Logical::ValueType.new(
          name: logical[:type], length: logical[:length], precision: logical[:precision], scale: logical[:scale]
        )))
        text = platform.write_type(type)
        fix("Make it #{text}") { |draft| draft.set(column.id, native_type: type) } if platform.type_fault(type).nil?
      end
    end

    # A number of which nobody said how large it can be.
    class NumberWithoutPrecision < DesignCheck
      holds "Decimal numbers say how many digits they have."
      weighs :hint
      looks_at :column

      private

      def about(column)
        type = column.native_type
        known = platform.data_type(type["base"])
        return [] unless known&.sizes&.key?(:precision) && known.logical == "decimal" && !type.key?("arguments")

        [ finding(column, "#{capital(title(column))} is #{type['base']} without digits; it takes a number of any size.",
                  fix("Make it #{known.name}(18,2)") { |draft|
                    draft.set(column.id, native_type: Metamodel::NativeType.sized(type, [ 18, 2 ]))
                  }) ]
      end
    end
  end
end
