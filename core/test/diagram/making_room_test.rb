# frozen_string_literal: true

require "core_test_helper"

class MakingRoomTest < CoreTest
  # Vessel above Berth above Dock, 10 apart, and Quay to the right of Vessel; one below that is out of the way.
  def placed
    @placed ||= begin
      base = model("Vessel", "Berth", "Dock", "Quay", "Pier")
      draft = Draft.new(base, ids:)
      diagram = Editing::Diagrams.make(draft, name: "A", stage: "logical", elements: base.all(:entity))
      height = Diagram::Scene.of(draft.model, diagram.id).boxes.values.first.rect.height
      { "Vessel" => [ 0, 0 ], "Berth" => [ 0, height + 10 ], "Dock" => [ 0, 2 * height + 20 ], "Quay" => [ 400, 0 ],
        "Pier" => [ 0, 900 ] }.each { |name, (x, y)| draft.set(node(draft.model, name).id, x: x.to_f, y: y.to_f) }
      draft.model
    end
  end

  def node(model, name) = model.referrers(entity(model, name).id, :diagram_node).first
  def place(model, name) = node(model, name).then { |found| [ found.x, found.y ] }
  def rect(model, name) = Diagram::Scene.of(model, model.all(:diagram).last.id).boxes[entity(model, name).id].rect

  def after(base = placed, &block)
    change = Draft.change(base, ids:, &block)
    Diagram::MakingRoom.complete(change, base).apply(base)
  end

  def grown(base = placed, names = %w[Length Width Draught Tonnage Flag])
    after(base) { |draft|
      names.each { |name| Editing::Attributes.add(draft, entity(base, "Vessel").id, name, type: "integer") }
    }
  end

  def test_what_stands_below_goes_down_by_what_it_must
    found = grown
    assert_equal rect(found, "Vessel").bottom + 10, rect(found, "Berth").top
    assert_equal rect(found, "Berth").bottom + 10, rect(found, "Dock").top
    assert_equal [ place(placed, "Quay"), place(placed, "Pier") ], [ place(found, "Quay"), place(found, "Pier") ]
  end

  # A key that migrates makes parent and child grow at once; the child is pushed by the parent and pushes others.
  def test_cards_that_grow_together_push_each_other_on
    linked = Prose::Reader.new(placed, ids:).read("Each Vessel may use many Berths.").change_set.apply(placed)
    found = after(linked) { |draft|
      %w[Number Code Mark].each { |name|
        Editing::Attributes.add(draft, entity(linked, "Vessel").id, name, type: "integer", identifier: true)
      }
    }
    rects = %w[Vessel Berth Dock Quay Pier].map { |name| rect(found, name) }
    assert rects.combination(2).none? { |one, two| one.overlaps?(two) }
  end

  # Only where definitions are shown does another one make a card larger; nothing else is measured or drawn anew.
  def test_what_is_said_counts_where_it_is_shown
    { "definitions" => true, "attributes" => false }.each do |detail, shown|
      base = placed.updated(put: [ placed.all(:diagram).last.with(detail:) ], drop: [])
      vessel = entity(base, "Vessel")
      found = after(base) { |draft| draft.set(vessel.id, definition: "A ship that carries people and cars. " * 4) }
      assert_equal shown, place(found, "Berth") != place(base, "Berth"), detail
      old = Diagram::Scene.of(base, base.all(:diagram).last.id)
      fresh = Diagram::Scene.of(found, old.diagram.id, previous: old)
      assert_equal shown, !fresh.boxes[vessel.id].equal?(old.boxes[vessel.id]), detail
    end
  end

  def test_a_wider_card_pushes_to_the_right
    found = grown(placed, [ "A very long name of an attribute that makes its card wider than four hundred units" ])
    assert_operator rect(found, "Quay").left, :>, rect(found, "Vessel").right
    assert_equal 0.0, place(found, "Quay").last
  end

  def test_what_is_pinned_overlapped_before_or_put_by_the_change_stays
    pinned = after { |draft| draft.set(node(placed, "Berth").id, pinned: true) }
    assert_equal place(placed, "Berth"), place(grown(pinned), "Berth")
    over = after { |draft| draft.set(node(placed, "Berth").id, y: 5.0) }
    assert_equal [ 0.0, 5.0 ], place(grown(over), "Berth")
    put = after { |draft|
      Editing::Attributes.add(draft, entity(placed, "Vessel").id, "Length", type: "integer")
      draft.set(node(placed, "Berth").id, y: 30.0)
    }
    assert_equal 30.0, place(put, "Berth").last
  end

  def test_what_makes_nothing_larger_moves_nothing
    change = Draft.change(placed, ids:) { |draft| draft.set(entity(placed, "Vessel").id, name: "Ship") }
    assert_same change, Diagram::MakingRoom.complete(change, placed)
  end
end
