# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL follows the standard in nearly all that a design holds.
    class Postgresql::Writer < Ddl::Writer
      private

      def view_words(view) = view.options["materialized"] ? "MATERIALIZED VIEW" : super
      def create_words(table) = table.options["unlogged"] ? "CREATE UNLOGGED TABLE" : super
    end
  end
end
