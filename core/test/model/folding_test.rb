# frozen_string_literal: true

require "core_test_helper"

# Changes one after the other, made one.
class FoldingTest < CoreTest
  def setup
    @base = model("Vessel", "Fare", Vessel: [ "Name: text(60)" ])
    @vessel = entity(@base, "Vessel")
  end

  def in_turn(*works)
    model = @base
    works.map do |work|
      change = Draft.change(model, ids:) { |draft| work.call(draft) }
      model = change.apply(model)
      change
    end
  end

  def fold(*works) = ChangeSet::Folding.of(in_turn(*works))

  def set(**fields) = ->(draft) { draft.set(@vessel.id, **fields) }

  def test_a_field_that_is_set_twice_is_set_once
    folded = fold(set(name: "Ship"), set(definition: "Floats."), set(name: "Boat"))
    assert_equal [ [ :name, "Vessel", "Boat" ], [ :definition, "", "Floats." ] ],
                 folded.updates.map { |update| [ update.field, update.before, update.after ] }
  end

  def test_there_and_back_is_nothing
    [ [ set(name: "Ship"), set(name: "Vessel") ],
      [ ->(draft) { draft.add(:tag, id: "01T", name: "Core") }, ->(draft) { draft.remove("01T") } ] ].each do |works|
      assert_empty fold(*works)
    end
  end

  def test_what_is_added_comes_as_it_is_at_the_end
    folded = fold(->(draft) { draft.add(:tag, id: "01T", name: "Core") }, ->(draft) { draft.set("01T", name: "Old") })
    assert_equal [ [ "Old" ], [] ], [ folded.additions.map(&:name), folded.updates ]
  end

  def test_what_is_removed_was_as_it_was_at_first
    folded = fold(set(name: "Ship"), ->(draft) { draft.remove(@vessel.id) })
    assert_equal [ "Vessel" ], folded.removals.select { |element| element.kind == :entity }.map(&:name)
    assert_equal @base, folded.inverse.apply(folded.apply(@base))
  end

  def test_removed_and_brought_back_otherwise_is_both
    changes = in_turn(->(draft) { draft.remove(@vessel.id) },
                      ->(draft) { draft.add(:entity, id: @vessel.id, name: "Ship") })
    folded = ChangeSet::Folding.of(changes)
    after = changes.reduce(@base) { |model, change| change.apply(model) }
    assert_equal after, folded.apply(@base)
    assert_equal @base, folded.inverse.apply(after)
    assert_equal folded, ChangeSet.from_h(JSON.parse(JSON.generate(folded.to_h)))
  end
end
