# frozen_string_literal: true

require "core_test_helper"

class LayoutsTest < CoreTest
  def diagram = ferries.all(:diagram).find { |each| each.stage == "logical" }

  def laid_out(model, key, **options)
    places = Diagram::Layouts.places(model, diagram.id, key:, **options)
    model.updated(put: places.map { |id, (x, y)| model.fetch(id).with(x:, y:) }, drop: [])
  end

  def overlaps(model)
    Diagram::Boxes.rects(model, diagram.id).values.combination(2).count { |one, two| one.overlaps?(two) }
  end

  def test_no_layout_puts_a_card_on_another
    scene = Diagram::Scene.of(ferries, diagram.id)
    Diagram::Layouts::ALL.each_key do |key|
      after = laid_out(ferries, key)
      assert_equal 0, overlaps(after), key
      assert_equal after, laid_out(ferries, key), "#{key} gives the same picture again"
      assert_equal after, laid_out(ferries, key, known: scene), "#{key}, measured before"
    end
    assert_match(/known are down, across, organic, circular, grid, tree/,
                 assert_raises(UnknownName) { laid_out(ferries, "spiral") }.message)
  end

  def test_cards_measured_in_another_model_are_measured_again
    longer = ferries.updated(put: ferries.all(:entity).map { |each| each.with(name: "#{each.name} of a longer name") },
                             drop: [])
    assert_equal laid_out(longer, "down"), laid_out(longer, "down", known: Diagram::Scene.of(ferries, diagram.id))
  end

  def test_pinned_cards_stay_and_others_keep_clear_of_them
    node = ferries.children(diagram.id, :diagram_node)[3]
    pinned = ferries.updated(put: [ node.with(pinned: true, x: 777.0, y: 555.0) ], drop: [])
    Diagram::Layouts::ALL.each_key do |key|
      after = laid_out(pinned, key)
      assert_equal [ 777.0, 555.0 ], [ after[node.id].x, after[node.id].y ], key
      assert_equal 0, overlaps(after), key
    end
  end

  def test_a_selection_alone_is_laid_out_about_where_it_stood
    only = %w[Vessel Sailing Watch].map { |name| entity(ferries, name).id }
    after = laid_out(ferries, "grid", only:)
    moved = ferries.children(diagram.id, :diagram_node).reject { |node| after[node.id] == node }
    assert_empty moved.map(&:element_id) - only
    assert_equal 0, overlaps(after)
  end

  # way => what is the same of all rectangles after it
  SAME = { "left" => :left, "right" => :right, "top" => :top, "bottom" => :bottom, "center" => :center_x,
           "middle" => :center_y }.freeze

  def test_aligning_and_distributing
    rects = { a: Diagram::Rect.new(0, 0, 100, 40), b: Diagram::Rect.new(130, 90, 60, 80),
              c: Diagram::Rect.new(400, 20, 30, 30) }
    SAME.each { |way, side| assert_equal 1, Diagram::Arranging.arranged(rects, way).values.map(&side).uniq.size, way }
    spread = Diagram::Arranging.arranged(rects, "across").values
    assert_equal 1, spread.each_cons(2).map { |one, two| (two.left - one.right).round(3) }.uniq.size
    assert_equal [ 0, 430 ], [ spread.first.left, spread.last.right ]
    assert Diagram::Arranging.arranged(rects, "snap").values.all? { |rect| (rect.x % 20).zero? && (rect.y % 20).zero? }
    stacked = Array.new(12) { |index| [ index, Diagram::Rect.new(0, 0, 100, 50) ] }.to_h
    assert_equal 0, Diagram::Arranging.parted(stacked, gap: 10).values.combination(2).count { |one, two|
      one.overlaps?(two)
    }
  end

  def test_neighbourhoods_and_ways
    near = Diagram::Neighbourhood.of(ferries, "logical")
    passenger, vessel = entity(ferries, "Passenger").id, entity(ferries, "Vessel").id
    assert_equal [ "Booking", "Lost Item", "Passenger", "Ticket" ],
                 near.around([ passenger ], 1).map { |id| ferries[id].name }.sort
    way = near.path(passenger, vessel)
    assert_equal [ "Passenger", "Ticket", "Sailing", "Vessel" ], way.each_slice(2).map { |id, _| ferries[id].name }
    alone = Draft.new(ferries, ids:).tap { |draft| draft.add(:entity, name: "Buoy") }.model
    assert_nil Diagram::Neighbourhood.of(alone, "logical").path(passenger, entity(alone, "Buoy").id)
  end

  def test_tiles_cover_the_drawing_and_overlap
    sheets = Diagram::PaperSheets.new(Diagram::Rect.new(-50, 0, 2300, 1900), "A4")
    tiles = sheets.tiles
    all = tiles.map(&:area).reduce(:union)
    assert_operator all.right, :>=, 2250
    assert_operator all.bottom, :>=, 1900
    one, two = tiles.first(2).map(&:area)
    assert_in_delta Diagram::PaperSheets::OVERLAP / Diagram::PaperSheets::UNIT, one.right - two.left, 0.1
    assert_equal 1, Diagram::PaperSheets.new(Diagram::Rect.new(0, 0, 300, 200), "A4").tiles.size
    assert_operator sheets.fitting, :<, 1
  end
end
