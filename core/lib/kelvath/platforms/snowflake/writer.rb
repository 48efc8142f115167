# frozen_string_literal: true

module Kelvath
  module Platforms
    # Snowflake numbers columns in its own words.
    class Snowflake::Writer < Ddl::Writer
      private

      # That it is secure is not said of its comment.
      def view_words(view) = view.options["materialized"] ? "MATERIALIZED VIEW" : "VIEW"

      def identity_words(column)
        first, step = column.options.values_at("first number", "step").map { |each| each || 1 }
        "AUTOINCREMENT START #{first} INCREMENT #{step}"
      end
    end
  end
end
