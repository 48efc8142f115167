# frozen_string_literal: true

require_relative "notations/notation"
require_relative "notations/crows_foot"
require_relative "notations/idef1x"
require_relative "notations/uml"
require_relative "notations/chen"
require_relative "notations/table"

module Kelvath
  module Diagram
    # The ways to draw a model, each by its published rules.
    module Notations
      ALL = { "crows_foot" => CrowsFoot.new, "idef1x" => Idef1x.new, "uml" => Uml.new, "chen" => Chen.new }.freeze
      TABLE = Table.new

      module_function

      # Raises UnknownName.
      def fetch(key)
        ALL.fetch(key) { raise UnknownName, "There is no notation “#{key}”; known are #{ALL.keys.join(', ')}." }
      end

      # Tables are drawn alike in every notation.
      def for_card(kind, notation) = kind == :table ? TABLE : notation
    end
  end
end
