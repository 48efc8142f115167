# frozen_string_literal: true

module Kelvath
  module Platforms
    # A made-up platform: what it takes to add one.
    class Tideline < Platform
      TITLE = "Tideline"
      VERSIONS = %w[1 2].freeze
      FEATURES = superclass::FEATURES.merge(moorings: "2").freeze
      TYPES = superclass::TYPES.merge("text" => [ "glyphs(%l)", "scroll" ], "boolean" => "bit").freeze
      LOGICAL = superclass::LOGICAL.merge("glyphs" => "text", "scroll" => "long_text", "bit" => "boolean").freeze
      OPTIONS = (superclass::OPTIONS + [
        Option.new(name: "mooring", of: :table, type: :text, since: "2", explanation: "Where its rows are kept.")
      ]).freeze

      def identifier_limit = 12
      def writer_class = Writer
      def dialect_class = Dialect
    end
  end
end

require_relative "writer"
require_relative "dialect"

Kelvath::Platforms.register(Kelvath::Platforms::Tideline.new)
