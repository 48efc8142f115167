# frozen_string_literal: true

require_relative "merging/side"
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
    MOST = 200_000
    TOO_MANY = "These two have too little in common to be gone through: %d things stand on one side alone. Compare " \
               "one design with one, or say of what is called otherwise what it is."

    module_function

    # The Comparison of two Sides. said: { id on the right => id on the left, nil for nothing }, a person's word on what
    # is the same; most: how many things may stand on one side alone. Raises InvalidValue if one is a whole model
    # and the other a design, or they have so little in common that nobody could look it through.
    def compare(left, right, said: {}, most: MOST)
      if left.root_id.nil? != right.root_id.nil?
        raise InvalidValue.new("A design is compared with a design, and a whole model with a whole model.",
                               field: :right, value: right.root_id)
      end

      right = right.for_platform_of(left)
      correspondence = Matching::Models.new(left, right, said:).correspondence
      alone = left.elements.size + right.elements.size - 2 * correspondence.size
      raise InvalidValue.new(format(TOO_MANY, alone), field: :right, value: alone) if alone > most

      Comparison.new(left, right, correspondence)
    end
  end
end
