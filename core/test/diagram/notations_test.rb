# frozen_string_literal: true

require "core_test_helper"

class NotationsTest < CoreTest
  # A supertype with two subtypes, an identifying, an optional and a many-to-many relationship.
  def small
    @small ||= begin
      base = model("Vessel", "Inspection", "Harbour", "Route", "Car", "Lorry", "Vehicle",
                   Vessel: [ "Hull Number: text(12): *", "Name: text(60)" ], Inspection: [ "Number: integer: *" ],
                   Vehicle: [ "Plate: text(9): *" ])
      draft = Draft.new(base, ids:)
      draft.add(:relationship, from_id: entity(base, "Vessel").id, to_id: entity(base, "Inspection").id,
                identifying: true, phrase: "undergo", inverse_phrase: "be made of", to_least: 1)
      draft.add(:relationship, from_id: entity(base, "Harbour").id, to_id: entity(base, "Vessel").id, from_least: 0,
                to_most: 1, phrase: "shelter", role_name: "Home")
      draft.add(:relationship, from_id: entity(base, "Route").id, to_id: entity(base, "Harbour").id, from_least: 0,
                from_most: nil, phrase: "call at")
      draft.add(:subtype_group, parent_id: entity(base, "Vehicle").id,
                subtype_ids: %w[Car Lorry].map { |name| entity(base, name).id }, complete: true)
      Editing::Diagrams.make(draft, name: "Small", stage: "logical", elements: draft.model.all(:entity))
      draft.model
    end
  end

  def scene(notation, **values)
    diagram = small.all(:diagram).first.with(notation:, **values)
    Diagram::Scene.of(small.updated(put: [ diagram ], drop: []), diagram.id)
  end

  def line(scene, phrase) = scene.lines.values.find { |each| scene.links[each.id].label == phrase }
  def styles(line) = line.ink.map(&:style)
  def texts(shapes) = shapes.select { |each| each.type == :text }.map(&:text)
  def card(scene, name) = scene.boxes.values.find { |box| small[box.id].name == name }.card
  def subtype(scene) = scene.lines.values.find { |each| each.kind == :subtype }

  # Phrases, roles and diamonds keep clear of cards, lines and each other.
  def test_what_is_written_at_lines_can_be_read
    %w[concept logical].product(Metamodel::NOTATIONS.keys) do |stage, notation|
      diagram = ferries.all(:diagram).find { |each| each.stage == stage }.with(notation:)
      drawn = Diagram::Scene.of(ferries.updated(put: [ diagram ], drop: []), diagram.id)
      labels = drawn.lines.values.select(&:label).map { |line| rect(*line.label) }
      assert_equal 0, labels.combination(2).count { |one, two| one.overlaps?(two) }, "#{stage} #{notation}"
      assert_equal 0, labels.count { |label| drawn.rects.values.any? { |card| card.overlaps?(label) } }, notation
      crossed = labels.count { |label| drawn.lines.values.any? { |line| crosses?(line, label) } }
      assert_operator crossed, :<=, 2, "#{stage} #{notation}"
      assert labels.all? { |label| drawn.content.covers?(label) }, "#{stage} #{notation}"
    end
  end

  def rect(text, *place) = Diagram::LabelPlaces.rect(place, Diagram::LabelPlaces.width(text))

  def crosses?(line, label)
    line.points.each_cons(2).any? do |ends|
      way = Diagram::Rect.around(ends)
      label.left <= way.right && way.left <= label.right && label.top <= way.bottom && way.top <= label.bottom
    end
  end

  def test_lines_beside_a_diamond_pass_it_by
    pair = [ "Each Yard may carry out many Dockings.", "Each Yard may help with many Dockings." ]
    base = model(*pair)
    draft = Draft.new(base, ids:)
    diagram = Editing::Diagrams.make(draft, name: "A", stage: "logical", elements: base.all(:entity), notation: "chen")
    draft.model.children(diagram.id, :diagram_node).each_with_index do |node, index|
      draft.set(node.id, x: index * 500.0, y: index * 300.0)
    end
    drawn = Diagram::Scene.of(draft.model, diagram.id)
    drawn.lines.each_value do |line|
      x, y = line.ink.find { |shape| shape.style == :card_detail }.numbers
      diamond = Diagram::Rect.new(x - 40, y - 20, 80, 32)
      assert((drawn.lines.values - [ line ]).none? { |other| crosses?(other, diamond) })
    end
  end

  def test_migrated_keys_are_ovals_only_if_asked_for
    names = ->(**values) { scene("chen", **values).boxes.values.flat_map { |box| texts(box.card.ink) } }
    refute_includes names.call, "Vessel Hull Number"
    assert_includes names.call(migrated_ovals: true), "Vessel Hull Number"
  end

  def test_crows_foot
    found = scene("crows_foot")
    refute line(found, "undergo").dashed
    assert line(found, "shelter").dashed
    assert_equal 2, styles(line(found, "shelter")).count(:line_ring), "none at either end"
    assert_equal 0, styles(line(found, "undergo")).count(:line_ring)
    assert_equal [ :spine_ground ], card(found, "Inspection").ink.map(&:style) & [ :spine_ground ]
  end

  # FIPS PUB 184: 3.1 entities, 3.5 relationships, 3.7 categories.
  def test_idef1x
    found = scene("idef1x")
    assert_equal [ 0, 12 ], [ "Vessel", "Inspection" ].map { |name|
      card(found, name).ink.find { |each| each.style == :card_face }.numbers[4]
    }, "square corners, then round ones"
    assert_equal 1, styles(line(found, "undergo")).count(:line_solid), "a dot at the child"
    assert_equal [ "P" ], texts(line(found, "undergo").ink)
    assert_equal [ "Z" ], texts(line(found, "shelter").ink)
    assert_includes styles(line(found, "shelter")), :line_hollow, "a diamond at the optional parent"
    assert_equal 2, styles(line(found, "call at")).count(:line_solid), "dots at both ends"
    refute line(found, "call at").dashed
    assert_equal 2, styles(subtype(found)).count(:line_mark), "two bars: complete"
    assert_equal "undergo / be made of", line(found, "undergo").label.first
    assert_includes texts(card(found, "Inspection").ink), "Vessel Hull Number (FK)"
    assert_operator card(found, "Vessel").ink.find { |each| each.text == "Vessel" }.numbers[1], :<,
                    card(found, "Vessel").core[:top], "the name stands above the box"
  end

  # UML 2.5.1, 11.5 and 9.7.
  def test_uml
    found = scene("uml")
    assert_equal [ "1", "1..*" ], texts(line(found, "undergo").ink).sort
    assert_includes styles(line(found, "undergo")), :line_solid, "composition"
    assert_equal [ "0..1", "0..1", "Home" ], texts(line(found, "shelter").ink).sort
    assert_equal [ "*", "*" ], texts(line(found, "call at").ink)
    assert_includes texts(card(found, "Vessel").ink), "Hull Number: text(12) {id}"
    assert_includes texts(card(found, "Vessel").ink), "Name: text(60) [0..1]"
    assert_equal [ "{complete, disjoint}" ], texts(subtype(found).ink)
    assert found.lines.values.none?(&:dashed)
  end

  # Chen 1976; doubled outlines and lines as in Elmasri and Navathe.
  def test_chen
    found = scene("chen")
    assert_equal [ "1", "N", "undergo" ], texts(line(found, "undergo").ink).sort
    assert_equal [ "M", "N", "call at" ], texts(line(found, "call at").ink).sort
    assert_includes styles(line(found, "undergo")), :card_inner, "a double diamond"
    assert_equal 2, styles(line(found, "undergo")).count(:line_wide), "both take part wholly"
    assert_equal 0, styles(line(found, "call at")).count(:line_wide)
    assert_includes card(found, "Inspection").ink.map(&:style), :card_inner, "a weak entity"
    assert_equal [ :card_key ], card(found, "Vessel").ink.select { |each| each.text == "Hull Number" }.map(&:style),
                 "keys are underlined"
    assert_includes texts(subtype(found).ink), "d"
    diamonds = found.lines.values.reject { |each| each.kind == :subtype }.map do |each|
      each.ink.find { |shape| shape.type == :path && shape.style == :card_face }
    end
    assert_equal diamonds.size, diamonds.map { |each| each.numbers.first }.uniq.size
  end

  def test_the_legend_explains_just_what_is_used
    legend = ->(notation) { texts(scene(notation, legend: true).panels.fetch("legend").ink) }
    assert_includes legend["idef1x"], "one or more"
    assert_includes legend["chen"], "weak entity: identified through another"
    assert_includes legend["uml"], "generalization"
    only = Draft.new(Model::EMPTY, ids:)
    diagram = only.add(:diagram, name: "One", stage: "logical", notation: "idef1x", legend: true)
    Editing::Diagrams.put(only, diagram, only.add(:entity, name: "Buoy"))
    assert_equal [ "LEGEND · IDEF1X", "independent entity" ],
                 texts(Diagram::Scene.of(only.model, diagram.id).panels.fetch("legend").ink)
  end

  def test_levels_of_detail
    rows = ->(**values) { card(scene("crows_foot", **values), "Inspection").rows.map(&:text) }
    assert_equal [ "Vessel Hull Number", "Number" ], rows.call
    assert_equal [ "Number" ], rows.call(migrated_shown: false)
    assert_equal [], rows.call(detail: "names")
    assert_equal [ "Hull Number" ], card(scene("crows_foot", detail: "identifiers"), "Vessel").rows.map(&:text)
    assert_equal [ "", "" ], card(scene("crows_foot", types_shown: false), "Vessel").rows.map(&:detail)
    assert_equal "text(60) may be empty", card(scene("crows_foot", optional_shown: true), "Vessel").rows.last.detail
  end

  def test_a_scene_made_from_an_older_one_is_the_same_as_a_fresh_one
    %w[crows_foot idef1x uml chen].each do |notation|
      before = scene(notation)
      node = before.model.children(before.diagram.id, :diagram_node)[1]
      moved = before.model.updated(put: [ node.with(x: node.x + 300, y: node.y + 90) ], drop: [])
      assert_equal Diagram::Scene.of(moved, before.diagram.id).boxes,
                   Diagram::Scene.of(moved, before.diagram.id, previous: before).boxes, notation
      assert_equal Diagram::Scene.of(moved, before.diagram.id).lines.keys,
                   Diagram::Scene.of(moved, before.diagram.id, previous: before).lines.keys, notation
    end
  end
end
