# frozen_string_literal: true

module Kelvath
  module Platforms
    # MySQL lets what is computed be mandatory.
    class Mysql::Writer < Mariadb::Writer
      private

      def computed_parts(column, computed)
        [ computed_words(column, computed), ("NOT NULL" if column.mandatory) ]
      end
    end
  end
end
