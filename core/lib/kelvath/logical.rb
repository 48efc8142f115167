# frozen_string_literal: true

module Kelvath
  # The rules of the concept and logical side.
  module Logical
    # Stands in an id for the number the database gives to an entity that has no identifier.
    SURROGATE = "surrogate"
  end
end

require_relative "logical/inflection"
require_relative "logical/wording"
require_relative "logical/phrase"
require_relative "logical/cardinality"
require_relative "logical/value_type"
require_relative "logical/held_attribute"
require_relative "logical/key_migration"
require_relative "logical/preparation"
require_relative "logical/sentences"
require_relative "logical/sentence_parser"
require_relative "logical/normal_forms"
