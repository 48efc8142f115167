# frozen_string_literal: true

module Kelvath
  # The kinds that draw: which objects stand on a diagram and where.
  module Metamodel
    # One drawing of a stage. A physical one belongs to a design.
    class Diagram < Element
      field :name, :name
      field :stage, :choice, values: %w[concept logical physical]
      field :design_id, :reference, to: :design, gone: :remove
    end

    # An object on a diagram. x and y are its left and top edge in drawing units (CSS pixels at 100 %).
    class DiagramNode < Element
      within :diagram
      field :element_id, :reference, to: %i[entity table], gone: :remove
      field :x, :number, default: 0.0
      field :y, :number, default: 0.0
    end
  end
end
