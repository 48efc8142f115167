# frozen_string_literal: true

require "core_test_helper"

class DiagramTest < CoreTest
  Rect = Diagram::Rect

  def scene(model, stage) = Diagram::Scene.of(model, model.all(:diagram).find { |each| each.stage == stage }.id)

  def crossing_cards(scene)
    scene.lines.values.flat_map do |line|
      line.points.each_cons(2).flat_map do |(x1, y1), (x2, y2)|
        piece = Rect.new([ x1, x2 ].min, [ y1, y2 ].min, (x1 - x2).abs, (y1 - y2).abs)
        scene.boxes.values.select { |box| piece.left < box.rect.right - 1 && piece.right > box.rect.left +
          1 && piece.top < box.rect.bottom - 1 && piece.bottom > box.rect.top + 1 }.map { |box| [ line.id, box.id ] }
      end
    end
  end

  def test_text_is_as_wide_as_the_font_says
    font = Diagram::Font.weight(400)
    assert_in_delta 2 * font.width("a", 10), font.width("aa", 10), 1e-6
    assert_operator font.width("W", 12), :>, 2 * font.width("i", 12)
    width = font.width("one two", 10) + 1
    lines = font.wrap("one two three four five", 10, width, most: 2)
    assert_equal "one two", lines.first
    assert lines.last.end_with?("…") && font.width(lines.last, 10) <= width
    assert_raises(UnreadableFile) { Diagram::Font.new("not a font") }
  end

  def test_cards_of_a_layout_do_not_overlap_and_parents_stand_above
    found = scene(ferries, "logical")
    found.boxes.values.combination(2) do |one, two|
      refute one.rect.overlaps?(two.rect), [ one, two ].map { |box| box.card.title }.join(" / ")
    end
    vessel, sailing = %w[Vessel Sailing].map { |name| found.boxes[entity(ferries, name).id].rect }
    assert_operator vessel.bottom, :<, sailing.top
  end

  def test_lines_are_orthogonal_run_round_cards_and_end_at_them
    %w[concept logical].each do |stage|
      found = scene(ferries, stage)
      assert_empty crossing_cards(found), stage
      found.lines.each_value do |line|
        line.points.each_cons(2) { |(x1, y1), (x2, y2)| assert (x1 - x2).abs < 0.5 || (y1 - y2).abs < 0.5 }
      end
    end
  end

  def test_a_card_in_the_way_is_gone_round
    rects = { a: Rect.new(0, 0, 100, 40), b: Rect.new(0, 300, 100, 40), wall: Rect.new(-200, 140, 500, 60) }
    points = Diagram::Router.new(rects, [ [ :l, :a, :b ] ]).routes[:l]
    refute(points.each_cons(2).any? do |(x1, y1), (x2, y2)|
      [ x1, x2 ].min < 300 && [ x1, x2 ].max > -200 && [ y1, y2 ].min < 200 && [ y1, y2 ].max > 140
    end)
  end

  def test_only_what_changed_is_new_in_the_next_scene
    before = scene(ferries, "concept")
    watch = entity(ferries, "Watch")
    after = Diagram::Scene.of(Editing.set(ferries, watch.id, :name, "Duty").apply(ferries), before.diagram.id,
                              previous: before)
    changes = after.changed_since(before)
    assert_equal [ [ watch.id ], [], [] ], changes.to_h.values_at(:boxes, :lines, :gone)
  end

  # Whatever is done, the next scene has the cards a fresh one would have.
  def test_changed_keys_show_on_every_card_they_reach
    before = scene(ferries, "logical")
    change = lambda do |name, field, value|
      Editing.set(ferries, (ferries.all(:attribute) + ferries.all(:domain) + ferries.all(:entity)).find { |each|
        each.name == name
      }.id, field, value).apply(ferries)
    end
    link = ferries.all(:relationship).find { |each| each.phrase == "undergo" }
    [ change.call("Hull Number", :name, "Registration"), change.call("Reference", :length, "20"),
      change.call("Vessel", :name, "Ship"),
      Editing.set(ferries, link.id, :identifying, "no").apply(ferries),
      Editing.remove(ferries, [ entity(ferries, "Booking").id ], ids:).apply(ferries) ].each do |after|
      fresh = Diagram::Scene.of(after, before.diagram.id).boxes.transform_values(&:card)
      assert_equal fresh, Diagram::Scene.of(after, before.diagram.id, previous: before).boxes.transform_values(&:card)
    end
  end

  def test_lines_of_a_moved_card_begin_and_end_where_a_fresh_scene_has_them
    before = scene(ferries, "concept")
    node = ferries.all(:diagram_node).find do |each|
      each.parent_id == before.diagram.id && each.element_id == entity(ferries, "Certificate").id
    end
    moved = Editing.move(ferries, { node.id => [ node.x - 400, node.y ] }, ids:).apply(ferries)
    fresh, next_one = [ nil, before ].map { |previous| Diagram::Scene.of(moved, before.diagram.id, previous:) }
    ends = ->(scene) { scene.lines.transform_values { |line| [ line.points.first, line.points.last ] } }
    assert_equal ends.call(fresh), ends.call(next_one)
    refute_equal ends.call(before), ends.call(next_one)
    assert_empty crossing_cards(next_one)
  end

  def test_end_marks_say_least_and_most
    { [ 1, 1 ] => [ 2, false ], [ 0, 1 ] => [ 1, true ], [ 1, nil ] => [ 3, false ],
      [ 0, nil ] => [ 2, true ] }.each do |(least, most), (strokes, ring)|
      drawn, ring_drawn = Diagram::EndMarks.shapes([ 0, 0 ], [ 0, 50 ], least, most)
      assert_equal [ strokes, ring ], [ drawn.numbers.count { |command, *| command == :l }, !ring_drawn.nil? ],
                   [ least, most ].inspect
    end
  end

  def test_kinds_of_cards
    kinds = scene(ferries, "logical").boxes.values.to_h { |box| [ box.card.title, box.card.kind ] }
    assert_equal({ "Vessel" => :independent, "Inspection" => :dependent, "Route Call" => :associative,
                   "Car" => :subtype }, kinds.slice("Vessel", "Inspection", "Route Call", "Car"))
  end
  # A browser paints the dashes of a straight piece quickly; taken together, the pieces are the whole path.
  def test_a_path_is_cut_into_its_straight_pieces_and_its_corners
    ink = Kelvath::Diagram::Ink
    commands = ink.soft(:line, [ [ 0, 0 ], [ 0, 40 ], [ 30, 40 ], [ 30, 41 ] ]).numbers
    straight, corners = ink.pieces(commands)
    assert_equal [ [ [ 0, 0 ], [ 0, 34 ] ], [ [ 6, 40 ], [ 24, 40 ] ], [ [ 30, 40.5 ], [ 30, 41 ] ] ], straight
    assert_equal "M0 34Q0 40 6 40M24 40Q30 40 30 40.5", ink.d(corners)
    assert_equal [ [ [ [ 0, 0 ], [ 9, 0 ] ] ], [] ], ink.pieces(ink.soft(:line, [ [ 0, 0 ], [ 9, 0 ] ]).numbers)
  end
end
