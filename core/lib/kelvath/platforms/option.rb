# frozen_string_literal: true

module Kelvath
  module Platforms
    # Something that a platform has beyond the standard and that an element of a design may say: a declared
    # property. Elements keep them in one field, { name => value }; inputs, ledgers, comparison, model files and scripts
    # follow from the declaration.
    #
    # name: text, as people read it; of: the kind of element; type: :flag, :number, :choice, :text (a literal), :name
    # (an identifier), :words (SQL words as they are written) or :sql (a piece of SQL in which names are followed);
    # values: of a choice; since: the first version that knows it, nil for all; last: the last one; explanation: one
    # line; at: where in the statement it stands, as the platform's writer has places; as: how it is written there, %s
    # being its value, or { value => text }; group: what it is gathered in with others, such as "WITH (%s)"; passing:
    # true if the database does not tell it any more once it has been used; changes: of a table's, the templates of the
    # statements that give it a value and that take it back, nil where the table must be made anew for that.
    Option = Struct.new(:name, :of, :type, :values, :since, :last, :explanation, :at, :as, :group, :passing, :changes,
                        keyword_init: true) do
      # Text as typed -> value. Raises InvalidValue.
      def read(text)
        case type
        when :flag then flag(text)
        when :number then Integer(text, 10)
        when :choice then values.find { |value| value.casecmp?(text) } || refuse(text, "one of #{values.join(', ')}")
        when :sql, :words then whole(text)
        else text
        end
      rescue ArgumentError
        refuse(text, "a whole number")
      end

      # Its SQL with a value that is written already.
      def written(value, text)
        form = as.is_a?(Hash) ? as.fetch(value, "") : as.to_s
        form.gsub("%s") { text }
      end

      private

      def flag(text)
        return true if text.empty? || text.match?(/\A(yes|true|on|1)\z/i)

        text.match?(/\A(no|false|off|0)\z/i) ? nil : refuse(text, "yes or no")
      end

      # What stands in a script as it is written must be one whole piece.
      def whole(text)
        fault = Ddl::Piece.new(text, :words).fault
        fault ? raise(InvalidValue.new("“#{name}” #{fault}.", field: :options, value: text)) : text
      end

      def refuse(text, wanted)
        raise InvalidValue.new("“#{name}” is #{wanted}, not “#{text}”.", field: :options, value: text)
      end
    end
  end
end
