# frozen_string_literal: true

module Kelvath
  module Platforms
    # Reads the statement that only this platform has.
    class Tideline::Dialect < Reading::Dialect
      def statement(cursor, grammar)
        return false unless cursor.take("moor")

        table = grammar.state.find(:tables, cursor.qualified)
        cursor.take("at")
        table.options["mooring"] = cursor.string
        true
      end
    end
  end
end
