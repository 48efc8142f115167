# frozen_string_literal: true

require "core_test_helper"

# What must hold of every drawing, whatever its notation and its layout.
class RoutingTest < CoreTest
  Rect = Diagram::Rect

  def diagram = @diagram ||= ferries.all(:diagram).find { |each| each.stage == "logical" }

  # The scene of the ferries in a notation, laid out in one way.
  def drawn(notation, layout)
    model = ferries.updated(put: [ diagram.with(notation:) ], drop: [])
    places = Diagram::Layouts.places(model, diagram.id, key: layout)
    model = model.updated(put: places.map { |id, (x, y)| model.fetch(id).with(x:, y:) }, drop: [])
    Diagram::Scene.of(model, diagram.id)
  end

  def each_drawing
    Metamodel::NOTATIONS.keys.product(%w[down across organic grid]).each do |notation, layout|
      yield drawn(notation, layout), "#{notation}, #{layout}"
    end
  end

  def pieces(line) = line.points.each_cons(2).map { |one, two| Rect.around([ one, two ]) }

  def test_lines_are_orthogonal_and_run_round_other_cards
    each_drawing do |scene, name|
      through = 0
      scene.lines.each_value do |line|
        line.points.each_cons(2) { |(x1, y1), (x2, y2)| assert (x1 - x2).abs < 0.5 || (y1 - y2).abs < 0.5, name }
        others = scene.boxes.except(line.from_id, line.to_id).values.map(&:rect)
        through += pieces(line).count { |piece| others.any? { |rect| inside?(piece, rect) } }
      end
      # Tight places leave no way at all; there a line may touch a card, but seldom.
      assert_operator through, :<=, scene.lines.size / 12, name
    end
  end

  def inside?(piece, rect)
    piece.left < rect.right - 1 && piece.right > rect.left + 1 && piece.top < rect.bottom - 1 &&
      piece.bottom > rect.top + 1
  end

  def test_lines_end_at_the_faces_of_their_cards
    each_drawing do |scene, name|
      scene.lines.each_value do |line|
        assert on_face?(line.points.first, scene.boxes[line.from_id]), "#{name}: #{scene.links[line.id].label}"
        assert on_face?(line.points.last, scene.boxes[line.to_id]), "#{name}: #{scene.links[line.id].label}"
      end
    end
  end

  def on_face?((x, y), box)
    core = box.card.core || { left: 0, right: box.rect.width, top: 0, bottom: box.rect.height }
    left, top = box.rect.left + core[:left], box.rect.top + core[:top]
    right, bottom = box.rect.left + core[:right], box.rect.top + core[:bottom]
    on_side = (x - left).abs < 1 || (x - right).abs < 1 || (y - top).abs < 1 || (y - bottom).abs < 1
    on_side && x.between?(left - 1, right + 1) && y.between?(box.rect.top - 1, box.rect.bottom + 1)
  end

  def test_lines_of_one_subtype_group_leave_together_and_others_part
    scene = drawn("crows_foot", "down")
    groups = scene.lines.values.select { |line| line.kind == :subtype }.group_by { |line| scene.links[line.id].bundle }
    groups.each_value { |lines| assert_equal 1, lines.map { |line| line.points.first }.uniq.size }
    others = scene.lines.values.reject { |line| line.kind == :subtype }
    assert_equal others.size, others.map { |line| line.points.first }.uniq.size,
                 "every other line has a place of its own"
  end

  # field of the diagram or of a node => what it does to the first box
  def test_widths_colours_and_notes
    node = ferries.children(diagram.id, :diagram_node).first
    area = ferries[ferries[node.element_id].subject_area_id]
    scene_of = ->(*put) { ferries.updated(put:, drop: []).then { |model| Diagram::Scene.of(model, diagram.id) } }
    assert_equal 400, scene_of[node.with(width: 400.0)].boxes[node.element_id].rect.width
    assert_equal area.colour, scene_of[diagram.with(coloured_by: "subject area")].boxes[node.element_id].tint
    assert_equal "rose", scene_of[diagram.with(coloured_by: "subject area"),
                                  node.with(colour: "rose")].boxes[node.element_id].tint
    tag = Metamodel::Tag.new(id: "tag", name: "Core", colour: "mint")
    assert_equal "mint", scene_of[diagram.with(coloured_by: "tag"), tag,
                                  ferries[node.element_id].with(tag_ids: [ "tag" ])].boxes[node.element_id].tint
    notes = Metamodel::DiagramNote.fetch_field(:shape).values.map { |shape| Metamodel::DiagramNote
      .new(id: shape, parent_id: diagram.id, shape:, text: "One line\nand another", x: 5.0, y: 6.0) }
    drawn = scene_of[*notes].notes
    assert_equal %w[note frame rectangle ellipse].sort, drawn.keys.sort
    assert_equal [ "One line", "and another" ], drawn["note"].ink.select { |shape| shape.type == :text }.map(&:text)
  end

  # Where lines leave and reach cards is worked out only near what has changed; it must come out as if it were for all.
  def test_lines_end_where_a_fresh_drawing_would_have_them_end
    random = Random.new(4)
    scene = Diagram::Scene.of(ferries, diagram.id)
    40.times do |turn|
      draft = Draft.new(scene.model, ids:)
      nodes = draft.model.children(diagram.id, :diagram_node)
      case turn % 4
      when 0 then draft.set(nodes.sample(random:).id, width: random.rand(150.0..500.0))
      when 1 then draft.remove(draft.model.all(:relationship).sample(random:).id)
      when 2 then draft.remove(nodes.sample(random:).id)
      else draft.set(nodes.sample(random:).id, x: random.rand(1500.0), y: random.rand(1500.0))
      end
      scene = Diagram::Scene.of(draft.model, diagram.id, previous: scene)
      fresh = Diagram::Scene.of(draft.model, diagram.id)
      assert_equal fresh.router.pairs, scene.router.pairs, "turn #{turn}"
      assert_equal fresh.links, scene.links, "turn #{turn}"
      kept = Diagram::Lanes.new(untangled(scene), Diagram::Obstacles.new(scene.rects),
                                bundles: scene.links.transform_values(&:bundle)).parted
      assert_equal kept, scene.routes.slice(*kept.keys), "lines part as they would anew, turn #{turn}"
    end
  end

  def untangled(scene)
    links = scene.links.values.map { |link| [ link.id, link.from_id, link.to_id, link.bundle ] }
    Diagram::Untangling.new(scene.router.raw, scene.router.pairs, links.reject { |_, from, to| from == to },
                            Diagram::Obstacles.new(scene.rects)) do
      Diagram::Obstacles.new(scene.rects.transform_values(&:flipped))
    end.routes
  end

  # A line past three rows of cards steps through the gaps between them; it does not go round all of them.
  def test_a_line_past_rows_of_cards_goes_through_their_gaps
    rects = { "a" => Diagram::Rect.new(0, 0, 200, 60), "z" => Diagram::Rect.new(0, 600, 200, 60) }
    3.times do |row|
      5.times do |column|
        rects["#{row}#{column}"] = Diagram::Rect.new(column * 260 - 600 + row * 40, 130 + row * 150, 220, 60)
      end
    end
    short = [ [ "first", "00", "01", nil ], [ "second", "10", "11", nil ] ] # where most are blocked, none steps
    points = Diagram::Router.new(rects, [ [ "line", "a", "z", nil ], *short ]).routes.fetch("line")
    assert_operator points.map(&:first).minmax.reduce(:-).abs, :<, 320
    points.each_cons(2) do |(x1, y1), (x2, y2)|
      piece = Diagram::Rect.new([ x1, x2 ].min, [ y1, y2 ].min, (x1 - x2).abs, (y1 - y2).abs)
      rects.except("a", "z").each { |card, rect| refute piece.overlaps?(rect), "runs through #{card}" }
    end
  end

  # Two lines to cards below that are reached by ways that turn elsewhere leave in the order in which they turn.
  def test_lines_of_one_side_leave_in_the_order_in_which_they_turn
    from = [ 100.0, 40 ]
    raw = { "left" => [ [ 120, 40 ], [ 120, 90 ], [ -300, 90 ], [ -300, 200 ] ],
            "right" => [ [ 80, 40 ], [ 80, 90 ], [ 400, 90 ], [ 400, 200 ] ],
            "straight" => [ from, [ 100, 500 ], [ 900, 500 ], [ 900, 600 ] ] }
    pairs = raw.transform_values do |points|
      Diagram::Ports::Pair.new(from_side: :bottom, to_side: :top, from: points.first, to: points.last)
    end
    links = raw.keys.map { |id| [ id, "card", "#{id} end", nil ] }
    rects = { "card" => Diagram::Rect.new(0, 0, 200, 40) }
    found = ->(cards) { Diagram::Untangling.new(raw, pairs, links, Diagram::Obstacles.new(cards)).routes }
    assert_equal [ [ 80, 80 ], [ 120, 120 ], [ 100, 100 ] ],
                 found[rects].values.map { |points| points.first(2).map(&:first) }
    barred = rects.merge("in the way" => Diagram::Rect.new(-100, 60, 190, 20))
    assert_equal raw, found[barred], "a side where one cannot move stays"
  end

  def test_the_title_block_says_what_is_known
    scene = Diagram::Scene.of(ferries.updated(put: [ diagram.with(title_block: true, author: "Data office",
                                                                  milestone: "Agreed") ], drop: []), diagram.id)
    texts = scene.panels.fetch("title-block").ink.select { |shape| shape.type == :text }.map(&:text)
    assert_equal [ "MODEL", "Hollin Sound Ferries", "DIAGRAM", "Logical (logical)", "AUTHOR", "Data office",
                   "MILESTONE", "Agreed" ], texts
    assert_operator scene.panels.fetch("title-block").rect.top, :>, scene.content.bottom
    assert_equal scene.extent.bottom, scene.panels.fetch("title-block").rect.bottom
  end

  def test_what_a_many_to_many_relationship_carries_stands_on_its_line
    link = ferries.all(:relationship).find { |each| each.phrase == "maintain" }
    draft = Draft.new(ferries, ids:)
    draft.add(:attribute, parent_id: link.id, name: "Since")
    assert_equal "maintain (Since)", Diagram::Scene.of(draft.model, diagram.id).lines.fetch(link.id).label.first
  end

  def test_tables_show_indexes_and_null_when_asked
    full, design = derived(ferries, "sqlite")
    draft = Draft.new(full, ids:)
    made = Editing::Diagrams.make(draft, name: "Tables", stage: "physical",
                                  elements: draft.model.children(design, :table), design_id: design)
    rows = lambda do |**values|
      draft.set(made.id, **values)
      Diagram::Scene.of(draft.model, made.id).boxes.values.find { |box| draft.model[box.id].name == "sailing" }.card
                    .rows
    end
    assert(rows.call(indexes_shown: true).any? { |row| row.tag == "IX" && row.detail.include?("vessel_hull_number") })
    assert(rows.call(indexes_shown: false, optional_shown: true).any? { |row| row.detail.end_with?("null") })
    assert_equal %w[PK FK].sort, rows.call(detail: "identifiers").map(&:tag).uniq.sort
  end
end
