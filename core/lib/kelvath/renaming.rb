# frozen_string_literal: true

require_relative "renaming/other_names"
require_relative "renaming/design_names"
require_relative "renaming/assigning"
require_relative "renaming/plan"
require_relative "renaming/following"
require_relative "renaming/compliance"

module Kelvath
  # The names of designs that exist: what the standard would call their elements, given anew on demand, following those
  # of the logical side, and how well they keep to it.
  module Renaming
  end
end
