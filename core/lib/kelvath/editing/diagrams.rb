# frozen_string_literal: true

module Kelvath
  module Editing
    # Making diagrams and putting cards on them.
    module Diagrams
      # Room a new card is given before its true size is known, and the gap around it, in drawing units.
      CARD = [ 200, 130 ].freeze
      GAP = 40
      PER_ROW = 5
      LAYERED_MOST = 500 # cards; of more, nobody follows the lines, and a card is found by its name in a grid

      TELLING_MOST = 2_000 # cards; of more, nobody reads rows: they begin with names, so that a sheet can be overlooked

      module_function

      # A new diagram with cards for the given elements, laid out. key: see Layouts, nil for what suits how many there
      # are; values: further fields of it.
      def make(draft, name:, stage:, elements:, design_id: nil, key: nil, **values)
        values[:detail] = "names" if elements.size > TELLING_MOST && values.fetch(:detail, "").empty?
        diagram = draft.add(:diagram, name:, stage:, design_id:, **values)
        nodes = elements.map do |element|
          Metamodel::DiagramNode.new(id: draft.ids.next, parent_id: diagram.id, element_id: element.id)
        end
        draft.add_all(nodes)
        lay_out(draft, diagram.id, key: key || (nodes.size > LAYERED_MOST ? "grid" : "down"))
        diagram
      end

      # ChangeSet of a new diagram of a stage: empty, or with the entities of a subject area, laid out.
      # Its notation is that of the model's header.
      def open(model, name:, stage:, ids:, design_id: nil, subject_area_id: nil)
        draft = Draft.new(model, ids:)
        notation = Metamodel::NOTATIONS.key?(model.header.notation) ? model.header.notation : "crows_foot"
        stage = Metamodel::Diagram.fetch_field(:stage).parse(stage)
        diagram = draft.add(:diagram, name: Metamodel::Diagram.fetch_field(:name).parse(name), stage:, design_id:,
                            subject_area_id:, notation:,
                            position: (model.all(:diagram).last&.position || 0.0) + 1.0)
        entities = subject_area_id ? model.all(:entity).select { |entity| entity.subject_area_id == subject_area_id } :
                     []
        show(draft, diagram.id, entities.map(&:id))
        lay_out(draft, diagram.id)
        draft.change_set
      end

      # Lays cards of a diagram out: all of them, or only some (element ids). key, known: see Layouts.
      def lay_out(draft, diagram_id, key: "down", only: nil, known: nil)
        places = Kelvath::Diagram::Layouts.places(draft.model, diagram_id, key:, only:, known:)
        draft.add_all(places.map { |node_id, (x, y)| draft.model.fetch(node_id).with(x:, y:) })
      end

      # Puts cards of elements on a diagram that are not there yet, beside a card that is, if one is named.
      def show(draft, diagram_id, element_ids, near: nil)
        shown = draft.model.children(diagram_id, :diagram_node).to_h { |node| [ node.element_id, node ] }
        diagram = draft.model.fetch(diagram_id)
        (element_ids - shown.keys).each do |id|
          element = draft.model.fetch(id)
          shown[near] ? put_beside(draft, shown[near], element) : put(draft, diagram, element)
        end
      end

      # Puts an element's card on a diagram; at: [x, y], or the first free spot in rows.
      def put(draft, diagram, element, at: nil)
        spots = FreeSpots.of(draft, diagram.id) unless at
        x, y = at || spots.take
        node = draft.add(:diagram_node, parent_id: diagram.id, element_id: element.id, x: x.to_f.round(1),
                         y: y.to_f.round(1))
        spots&.put(node.x, node.y)
        node
      end

      # Width and height of a fresh note, by its shape.
      SIZES = Hash.new([ 180.0, 90.0 ])
                  .merge("frame" => [ 420.0, 280.0 ], "rectangle" => [ 160.0, 80.0 ],
                         "ellipse" => [ 160.0, 80.0 ]).freeze

      # Adds a note, frame or plain shape to a diagram, from text as typed. Raises InvalidValue, NotFound.
      def note(draft, diagram_id, shape:, text:, x:, y:)
        type = Metamodel::DiagramNote
        width, height = SIZES[shape]
        x, y = { x:, y: }.map { |side, raw| type.fetch_field(side).parse(raw).to_f.round(1) }
        draft.add(:diagram_note, parent_id: draft.model.fetch(diagram_id, :diagram).id, x:, y:, width:, height:,
                                 shape: type.fetch_field(:shape).parse(shape),
                                 text: type.fetch_field(:text).parse(text))
      end

      # Puts an element's card beside another one: to its right, or further if something stands there.
      def put_beside(draft, node, element)
        places = draft.model.children(node.parent_id, :diagram_node).map { |each| [ each.x, each.y ] }
        spots = (1..20).map { |step| [ node.x + step * (CARD[0] + GAP), node.y + (step.even? ? CARD[1] / 2 : 0) ] }
        at = spots.find { |x, y| places.none? { |px, py| (px - x).abs < CARD[0] && (py - y).abs < CARD[1] } }
        put(draft, draft.model.fetch(node.parent_id), element, at: at || spots.last)
      end
    end
  end
end
