# frozen_string_literal: true

module Kelvath
  # The kinds that draw: which objects stand on a diagram and where.
  module Metamodel
    NOTATIONS = { "crows_foot" => "crow's foot", "idef1x" => "IDEF1X", "uml" => "UML class", "chen" => "Chen" }.freeze
    # How much a card says. The empty one: what suits the stage.
    DETAILS = [ "", "names", "definitions", "identifiers", "attributes" ].freeze
    COLOURINGS = [ "nothing", "subject area", "tag" ].freeze
    PAPERS = %w[A4 A3 A2 A1 A0 Letter].freeze
    DIRECTIONS = %w[landscape portrait].freeze

    # One drawing of a stage. A physical one belongs to a design.
    class Diagram < Element
      side :drawing
      needs_name
      sought
      standard
      field :name, :name
      field :stage, :choice, values: %w[concept logical physical]
      field :design_id, :reference, to: :design, gone: :remove
      field :notation, :choice, values: NOTATIONS.keys
      field :detail, :choice, values: DETAILS
      field :types_shown, :flag, default: true
      field :migrated_shown, :flag, default: true, label: "Migrated keys shown"
      field :migrated_ovals, :flag, label: "Migrated keys as ovals"
      field :optional_shown, :flag, label: "Optional attributes marked"
      field :indexes_shown, :flag
      field :coloured_by, :choice, values: COLOURINGS
      field :subject_area_id, :reference, to: :subject_area
      field :legend, :flag, label: "Legend shown"
      field :title_block, :flag, label: "Title block shown"
      field :author, :name
      field :dated, :name, label: "Date"
      field :milestone, :name
      field :snapped, :flag, label: "Cards snap to a grid"
      field :paper, :choice, values: PAPERS
      field :direction, :choice, values: DIRECTIONS, label: "Direction of the paper"
      field :definition, :text
      field :position, :number, internal: true
    end

    # An object on a diagram. x and y are its left and top edge in drawing units (CSS pixels at 100 %).
    # A pinned card stays where it is when the diagram is laid out. width: at least so wide.
    class DiagramNode < Element
      within :diagram
      field :element_id, :reference, to: %i[entity table], gone: :remove
      field :x, :number, default: 0.0
      field :y, :number, default: 0.0
      field :pinned, :flag
      field :width, :number
      field :colour, :choice, values: COLOURS

      def self.title = "card"
      def label(model) = model[element_id]&.name.to_s
    end

    # Something drawn that is no object of the model: a note, a frame around cards, a plain shape.
    class DiagramNote < Element
      within :diagram
      field :text, :text
      field :shape, :choice, values: %w[note frame rectangle ellipse]
      field :x, :number, default: 0.0
      field :y, :number, default: 0.0
      field :width, :number, default: 180.0
      field :height, :number, default: 90.0
      field :colour, :choice, values: COLOURS

      def label(_model) = Metamodel.quoted(text)
    end
  end
end
