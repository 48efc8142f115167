# frozen_string_literal: true

module Kelvath
  module Platforms
    # Snowflake numbers columns in its own words.
    class Snowflake::Writer < Ddl::Writer
      def statements_of(element) = element.kind == :schema ? [ *super, back(element) ] : super

      private

      # Names without a schema belong to the one that was made last ("CREATE SCHEMA"), unless it is said.
      def schema_statements
        made = super
        made.empty? ? made : [ *made, back(model.fetch(made.last.element_id)) ]
      end

      def back(schema) = statement("setting", "public", "USE SCHEMA public", schema)

      # That it is secure is not said of its comment.
      def view_words(view) = view.options["materialized"] ? "MATERIALIZED VIEW" : "VIEW"

      def identity_words(column)
        first, step = column.options.values_at("first number", "step").map { |each| each || 1 }
        "AUTOINCREMENT START #{first} INCREMENT #{step}"
      end
    end
  end
end
