# frozen_string_literal: true

require "core_test_helper"

class DraftTest < CoreTest
  def without(name)
    draft = Draft.new(ferries, ids:)
    draft.remove((ferries.all(:entity) + ferries.all(:domain) + ferries.all(:attribute) +
                  ferries.all(:subject_area)).find { |each| each.name == name }.id)
    [ draft.model, draft.change_set ]
  end

  # Nothing may point at what is gone, whatever is removed.
  def test_removals_leave_no_loose_ends
    [ "Vessel", "Route", "Crew Member", "Booked Vehicle", "Car", "Reference", "Hull Number", "Fleet" ].each do |name|
      after, change = without(name)
      after.elements.each_value do |element|
        element.referenced_ids.each { |id| assert after.key?(id), "#{name}: #{element.inspect}" }
      end
      assert_empty Invariants.new(change, after).problems, name
      assert_equal ferries, change.inverse.apply(after), name
    end
  end

  def test_what_depends_goes_and_what_only_refers_stays
    after, = without("Reference")
    assert_nil after.all(:attribute).find { |each| each.name == "Hull Number" }.domain_id
    after, = without("Harbour")
    refute(after.all(:relationship).any? { |each| each.role_name == "From Harbour" })
    assert entity(after, "Route Leg")
    after, = without("Car")
    assert_equal %w[Lorry Coach], after.all(:subtype_group).first.subtype_ids.map { |id| after[id].name }
  end

  def test_a_draft_that_comes_back_to_where_it_began_changes_nothing
    draft = Draft.new(ferries, ids:)
    vessel = entity(ferries, "Vessel")
    draft.set(vessel.id, name: "Ship")
    draft.set(vessel.id, name: "Vessel")
    draft.remove(draft.add(:entity, name: "Passing").id)
    assert_empty draft.change_set
  end
end
