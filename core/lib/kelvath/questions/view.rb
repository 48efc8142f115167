# frozen_string_literal: true

module Kelvath
  module Questions
    # One table of a model. columns: [[name, what it says], …]; make: answers its rows, of texts, numbers and nil.
    View = Struct.new(:name, :about, :columns, :make, keyword_init: true) do
      def rows = make.call
    end
  end
end
