# frozen_string_literal: true

require_relative "merging/side"
require_relative "merging/signatures"
require_relative "merging/profiles"
require_relative "merging/likeness"
require_relative "merging/matching"
require_relative "merging/aligning"
require_relative "merging/difference"
require_relative "merging/sameness"
require_relative "merging/comparison"
require_relative "merging/doubts"
require_relative "merging/needs"
require_relative "merging/places"
require_relative "merging/taking"
require_relative "merging/ancestry"
require_relative "merging/wording"
require_relative "merging/report"
require_relative "merging/picture"

module Kelvath
  # Any two models, or designs, laid side by side: first what is the same thing on both, then in what it differs; what
  # is taken of the differences becomes one change of either side.
  module Merging
    module_function

    # The Comparison of two Sides. said: { id on the right => id on the left, nil for nothing }, a person's word on what
    # is the same. Raises InvalidValue if one is a whole model and the other a design.
    def compare(left, right, said: {})
      if left.root_id.nil? != right.root_id.nil?
        raise InvalidValue.new("A design is compared with a design, and a whole model with a whole model.",
                               field: :right, value: right.root_id)
      end

      right = right.for_platform_of(left)
      Comparison.new(left, right, Matching.new(left, right, said:).matches)
    end
  end
end
