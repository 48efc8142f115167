# frozen_string_literal: true

module Kelvath
  module Platforms
    # Something that a platform has beyond the standard and that an element of a design may say: a declared
    # property. Elements keep them in one field, { name => value }.
    #
    # name: text, as people read it; of: the kind of element; type: :flag, :text, :number or :choice; values: of a
    # choice; since: the first version that knows it, nil for all; explanation: one line.
    Option = Struct.new(:name, :of, :type, :values, :since, :explanation, keyword_init: true) do
      # Text as typed -> value. Raises InvalidValue.
      def read(text)
        case type
        when :flag then flag(text)
        when :number then Integer(text, 10)
        when :choice then values.find { |value| value.casecmp?(text) } || refuse(text, "one of #{values.join(', ')}")
        else text
        end
      rescue ArgumentError
        refuse(text, "a whole number")
      end

      private

      def flag(text)
        return true if text.empty? || text.match?(/\A(yes|true|on|1)\z/i)

        text.match?(/\A(no|false|off|0)\z/i) ? nil : refuse(text, "yes or no")
      end

      def refuse(text, wanted)
        raise InvalidValue.new("“#{name}” is #{wanted}, not “#{text}”.", field: :options, value: text)
      end
    end
  end
end
