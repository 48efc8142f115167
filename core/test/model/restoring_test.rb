# frozen_string_literal: true

require "core_test_helper"

# One element as it was, all else as it is.
class RestoringTest < CoreTest
  def named(kind, name) = ferries.all(kind).find { |each| each.label(ferries) == name }

  def test_fields_come_back_and_others_stay
    vessel, berth = named(:entity, "Vessel"), named(:entity, "Berth")
    now = Draft.change(ferries, ids:) do |draft|
      draft.set(vessel.id, name: "Ship", definition: "")
      draft.set(berth.id, name: "Quay")
    end.apply(ferries)
    after = Restoring.one(now, ferries, vessel.id).apply(now)
    assert_equal vessel, after.fetch(vessel.id)
    assert_equal "Quay", after.fetch(berth.id).name
    assert_empty Restoring.one(after, ferries, vessel.id).updates
  end

  # What it held comes back with it; a domain that is gone as well stays gone, and nothing refers to it.
  def test_what_is_gone_comes_back_with_what_it_held
    vessel, tonnes = named(:entity, "Vessel"), named(:domain, "Tonnes")
    now = Editing.remove(ferries, [ vessel.id, tonnes.id ], ids:).apply(ferries)
    change = Restoring.one(now, ferries, vessel.id)
    after = change.apply(now)
    Invariants.check(change, after)
    held = ->(model) { model.children(vessel.id, :attribute).map(&:name) }
    assert_equal held.call(ferries), held.call(after)
    assert_nil after.children(vessel.id, :attribute).find { |each| each.name == "Gross Tonnage" }.domain_id
    attribute = ferries.children(vessel.id, :attribute).first
    assert_match(/restore that first/, assert_raises(Error) { Restoring.one(now, ferries, attribute.id) }.message)
    assert_raises(NotFound) { Restoring.one(now, ferries, "nothing") }
  end
end
