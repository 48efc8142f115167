# frozen_string_literal: true

module Kelvath
  module Platforms
    # A statement of its own after each table that says where it is kept.
    class Tideline::Writer < Ddl::Writer
      private

      def all_statements = super + tables.filter_map { |table| moor(table) }

      def moor(table)
        place = table.options["mooring"] or return
        statement("mooring", table.name, "MOOR #{quote(table.name)} AT #{platform.literal(place)}", table)
      end
    end
  end
end
