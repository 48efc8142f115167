# frozen_string_literal: true

require "core_test_helper"

# Diagrams made and cards put on them; cards put in order.
class DiagramsTest < CoreTest
  Arranging = Kelvath::Diagram::Arranging

  def opened(**values) = Editing::Diagrams.open(ferries, name: "Extra", stage: "logical", ids:, **values).apply(ferries)
  def extra(model) = model.all(:diagram).find { |diagram| diagram.name == "Extra" }
  def rect(x, y, width = 100, height = 50) = Kelvath::Diagram::Rect.new(x, y, width, height)

  def test_a_diagram_begins_empty_or_with_a_subject_area_laid_out
    assert_empty opened.then { |model| model.children(extra(model).id, :diagram_node) }
    area = ferries.all(:subject_area).first
    model = opened(subject_area_id: area.id)
    nodes = model.children(extra(model).id, :diagram_node)
    assert_equal ferries.all(:entity).select { |each| each.subject_area_id == area.id }.map(&:id).sort,
                 nodes.map(&:element_id).sort
    assert_equal nodes.size, nodes.map { |node| [ node.x, node.y ] }.uniq.size
    assert_raises(InvalidValue) { Editing::Diagrams.open(ferries, name: "x" * 200, stage: "logical", ids:) }
    assert_raises(InvalidValue) { Editing::Diagrams.open(ferries, name: "x", stage: "sideways", ids:) }
  end

  def test_a_card_is_put_beside_another_where_nothing_stands_and_never_twice
    model = opened
    vessel, fare, route = %w[Vessel Fare Route].map { |name| entity(model, name).id }
    draft = Draft.new(model, ids:)
    Editing::Diagrams.show(draft, extra(model).id, [ vessel ])
    2.times { Editing::Diagrams.show(draft, extra(model).id, [ fare, route ], near: vessel) }
    places = draft.model.children(extra(model).id, :diagram_node).to_h do |node|
      [ node.element_id, [ node.x, node.y ] ]
    end
    assert_equal 3, places.size
    assert_operator places[fare][0], :>, places[vessel][0]
    refute_equal places[fare], places[route]
  end

  def test_a_sheet_of_more_cards_than_anybody_reads_begins_with_names
    draft = Draft.new(Model::EMPTY, ids:)
    entities = Array.new(Editing::Diagrams::TELLING_MOST + 1) { |number| draft.add(:entity, name: "Quay #{number}") }
    made = lambda do |count, **values|
      Editing::Diagrams.make(draft, name: "Sheet", stage: "logical", elements: entities.first(count), key: "grid",
                                    **values).detail
    end
    assert_equal [ "names", "", "names", "identifiers" ],
                 [ made[entities.size], made[entities.size - 1], made[entities.size, detail: ""],
                   made[entities.size, detail: "identifiers"] ]
  end

  # way => where three cards stand afterwards
  WAYS = {
    "left" => [ [ 0, 0 ], [ 0, 90 ], [ 0, 300 ] ], "right" => [ [ 500, 0 ], [ 500, 90 ], [ 500, 300 ] ],
    "center" => [ [ 250, 0 ], [ 250, 90 ], [ 250, 300 ] ], "top" => [ [ 0, 0 ], [ 130, 0 ], [ 500, 0 ] ],
    "bottom" => [ [ 0, 300 ], [ 130, 300 ], [ 500, 300 ] ], "middle" => [ [ 0, 150 ], [ 130, 150 ], [ 500, 150 ] ],
    "across" => [ [ 0, 0 ], [ 250, 90 ], [ 500, 300 ] ], "down" => [ [ 0, 0 ], [ 130, 150 ], [ 500, 300 ] ],
    "snap" => [ [ 0, 0 ], [ 140, 100 ], [ 500, 300 ] ], "apart" => [ [ 0, 0 ], [ 130, 90 ], [ 500, 300 ] ]
  }.freeze

  def test_cards_in_order
    rects = { a: rect(0, 0), b: rect(130, 90), c: rect(500, 300) }
    WAYS.each do |way, places|
      assert_equal places, Arranging.arranged(rects, way).values.map { |each| [ each.x, each.y ] }, way
    end
    assert_equal Arranging::WAYS.keys.sort - [ "width" ], WAYS.keys.sort
  end

  def test_cards_pushed_apart_stay_apart_and_fixed_ones_stay
    rects = { a: rect(0, 0), b: rect(20, 5), c: rect(30, 10) }
    parted = Arranging.parted(rects, gap: 20, fixed: [ :a ])
    assert_equal rects[:a], parted[:a]
    parted.values.combination(2) { |one, two| refute one.overlaps?(two) }
  end

  def test_chosen_cards_of_a_diagram_are_arranged_in_one_change
    area = ferries.all(:subject_area).first
    model = opened(subject_area_id: area.id)
    chosen = model.children(extra(model).id, :diagram_node).map(&:element_id).first(3)
    arranged = ->(way) do
      Draft.change(model, ids:) { |draft| Arranging.arrange(draft, extra(model).id, chosen, way) }.apply(model)
    end
    nodes = ->(after) do
      after.children(extra(model).id, :diagram_node).select { |node| chosen.include?(node.element_id) }
    end
    assert_equal 1, nodes.(arranged.("left")).map(&:x).uniq.size
    assert_equal 1, nodes.(arranged.("width")).map(&:width).uniq.compact.size
    assert_raises(UnknownName) { arranged.("sideways") }
  end
end
