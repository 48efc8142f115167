# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # Parents above children.
      class LayeredDown < Layout
        title "In layers, downwards"
        def self.key = "down"

        def places = Layering.places(@ids.to_h { |id| [ id, size(id) ] }, inner_links)
      end

      # Parents left of children: the same in a drawing with x and y exchanged.
      class LayeredAcross < Layout
        title "In layers, to the right"
        def self.key = "across"

        def places
          Layering.places(@ids.to_h { |id| [ id, size(id).reverse ] }, inner_links).transform_values(&:reverse)
        end
      end
    end
  end
end
