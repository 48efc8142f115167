# frozen_string_literal: true

require "core_test_helper"

# What a change would reach, and what reaches an element.
class ImpactTest < CoreTest
  def model
    @model ||= Derivation.derive(ferries, platform: "postgresql", ids:).then { |made| made.change_set.apply(ferries) }
  end

  def named(kind, name, within: nil)
    model.all(kind).find do |each|
      each.label(model) == name && (within.nil? || model[each.parent_id].label(model) == within)
    end
  end

  def steps(element, **more)
    Impact.of(model, element.id, **more).map do |step|
      [ step.distance, Describing.title(step.element, model), step.how ]
    end
  end

  # { [kind, name] => steps that must be among those it reaches }
  def test_what_is_reached
    { [ :domain, "Money Amount" ] => [ [ 1, "attribute Ticket · Price", "refers to it" ],
                                       [ 2, "column PostgreSQL · ticket · price", "is derived from it" ] ],
      [ :entity, "Vessel" ] => [ [ 1, "table vessel", "is derived from it" ],
                                 [ 1, "attribute Vessel · Name", "stands within it" ],
                                 [ 2, "entity Inspection", "has its key from it" ] ] }.each do |(kind, name), wanted|
      found = steps(named(kind, name))
      wanted.each { |step| assert_includes found, step, found.first(12).inspect }
    end
    shown = steps(named(:domain, "Money Amount")).select { |_, _, how| how == "shows it" }.map { |step| step[1] }
    assert_includes shown, "diagram Logical"
    assert_empty steps(named(:domain, "Money Amount"), depth: 1).map(&:first) - [ 1 ]
    assert_equal steps(named(:entity, "Vessel")).uniq, steps(named(:entity, "Vessel"))
  end

  def test_sweeps_questions_and_dossiers_that_ask_for_it
    money = named(:domain, "Money Amount")
    more = Draft.change(model, ids:) do |draft|
      sweep = draft.add(:sweep, name: "Prices", of: "attribute")
      draft.add(:condition, parent_id: sweep.id, subject: "domain_id.name", operator: "is one of",
                            value: "Flag, Money amount")
      draft.add(:question, name: "What costs", sql: "SELECT * FROM attributes WHERE domain = 'Money Amount'")
      dossier = draft.add(:dossier, name: "For the office")
      draft.add(:chapter, parent_id: dossier.id, name: "Prices", sort: "sweep", sweep_id: sweep.id)
    end
    @model = more.apply(model)
    found = Impact.of(@model, money.id).to_h { |step| [ step.element.label(@model), step.how ] }
    assert_equal({ "What costs" => "asks for it by name", "For the office" => "asks or shows it" },
                 found.slice("What costs", "For the office"))
    assert_includes Impact.of(@model, money.id).map { |step| step.element.kind }, :sweep
  end

  def test_what_reaches_it
    found = steps(named(:column, "price", within: "ticket"), way: "reaching")
    assert_includes found, [ 1, "attribute Ticket · Price", "is what it is derived from" ]
    assert_includes found, [ 2, "domain Money Amount", "is referred to" ]
    assert_raises(UnknownName) { steps(named(:entity, "Vessel"), way: "sideways") }
    assert_raises(NotFound) { Impact.of(model, "nothing") }
  end
end
