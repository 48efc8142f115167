# frozen_string_literal: true

require_relative "layouts/packing"
require_relative "layouts/layout"
require_relative "layouts/layered"
require_relative "layouts/organic"
require_relative "layouts/circular"
require_relative "layouts/grid"
require_relative "layouts/tree"

module Kelvath
  module Diagram
    # The ways to lay a diagram out, by name.
    module Layouts
      ALL = [ LayeredDown, LayeredAcross, Organic, Circular, Grid, Tree ].to_h { |layout| [ layout.key, layout ] }
        .freeze

      module_function

      # { diagram node id => [x, y] } of a layout (its key) over all cards of a diagram, or over some
      # (element ids). Pinned cards stay. known: a Scene of the diagram with the usual names; if it is of this very
      # model, nothing is measured again. Raises UnknownName.
      def places(model, diagram_id, key: "down", only: nil, known: nil)
        layout = ALL.fetch(key) { raise UnknownName, "There is no layout “#{key}”; known are #{ALL.keys.join(', ')}." }
        known = nil unless known&.model.equal?(model)
        boxes = known ? known.boxes : Boxes.of(model, diagram_id)
        moved = boxes.select { |id, box| !box.pinned && (only.nil? || only.empty? || only.include?(id)) }
        return {} if moved.empty?

        room = Notations.fetch(Style.of(model.fetch(diagram_id)).notation).room
        laid_out = layout.new(model, boxes, moved.keys, room:) do
          Layering.directed(model, known ? known.links.values : Links.new(model, boxes).all)
        end
        Settling.new(boxes, moved, laid_out.places).places
      end
    end
  end
end
