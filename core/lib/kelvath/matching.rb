# frozen_string_literal: true

require_relative "matching/correspondence"
require_relative "matching/other_ids"
require_relative "matching/designs"
require_relative "matching/signatures"
require_relative "matching/profiles"
require_relative "matching/likeness"
require_relative "matching/models"

module Kelvath
  # Which thing of one state is which of another: deriving again, altering, joining, merging and runs on databases all
  # ask here, so that what is known of a rename is known to all of them.
  module Matching
  end
end
