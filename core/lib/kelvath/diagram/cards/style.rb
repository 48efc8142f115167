# frozen_string_literal: true

module Kelvath
  module Diagram
    # How one diagram says things: its notation, how much its cards tell.
    Style = Struct.new(:stage, :notation, :detail, :types, :migrated, :optional, :indexes, keyword_init: true) do
      # What a stage shows when nothing is said.
      def self.usual(stage) = { "concept" => "definitions" }.fetch(stage, "attributes")

      # The style of a diagram element. Tables have the one notation that fits them.
      def self.of(diagram)
        notation = diagram.stage == "physical" ? "crows_foot" : diagram.notation
        new(stage: diagram.stage, notation:,
            detail: diagram.detail.empty? ? usual(diagram.stage) : diagram.detail,
            types: diagram.types_shown, optional: diagram.optional_shown, indexes: diagram.indexes_shown,
            migrated: notation == "chen" ? diagram.migrated_ovals : diagram.migrated_shown).freeze
      end

      # What its cards tell: their attributes or columns, of those the keys alone, or what they mean.
      def rows? = %w[identifiers attributes].include?(detail)
      def keys_only? = detail == "identifiers"
      def definitions? = detail == "definitions"
    end
  end
end
