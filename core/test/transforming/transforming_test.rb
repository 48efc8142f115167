# frozen_string_literal: true

require "core_test_helper"

class TransformingTest < CoreTest
  # Does it, checks what must always hold: the change is valid, can be undone, and derives.
  def transform(key, source, names: [], **arguments)
    element_ids = names.map { |name| entity(source, name).id } + Array(arguments.delete(:with))
    change = Transforming.change(key, source, ids:, element_ids:, **arguments)
    after = change.apply(source)
    Invariants.check(change, after)
    assert_equal source, change.inverse.apply(after), "#{key} can be undone"
    Derivation.derive(after, platform: "sqlite", ids:)
    after
  end

  def attribute(model, owner, name)
    model.children(entity(model, owner).id, :attribute).find { |each| each.name == name } ||
      flunk("no #{owner} · #{name}")
  end

  def test_relationships_that_exclude_each_other
    source = model("Each Passenger may take many Lockers.", "Each Deckhand may take many Lockers.",
                   "Passenger" => [ "Number: integer: *" ], "Deckhand" => [ "Code: text(3): *" ])
    links = source.all(:relationship).map(&:id)
    after = transform("exclude", source, with: links, mandatory: "yes")
    arc = after.all(:arc).first
    assert_equal "Of Passenger and Deckhand, each Locker has exactly one.", Logical::Sentences.arc(after, arc)
    assert_equal %w[no no], held_names(after, "Locker").map { |name| name.include?("*") ? "yes" : "no" }
    assert_match(/CASE WHEN passenger_number IS NULL THEN 0 .+ = 1\)/, script(after, "oracle"))
    boxes = after.all(:entity).to_h { |each| [ each.id, each ] }
    assert_equal [ "take {xor}" ], Diagram::Links.new(after, boxes).all.map(&:label).uniq
    identifying = Draft.change(source, ids:) { |draft| draft.set(links.first, identifying: true) }.apply(source)
    assert_match(/is identifying/, assert_raises(InvalidValue) {
      transform("exclude", identifying, with: links)
    }.message)
    assert_empty Transforming.offers(ferries, [ ferries.all(:relationship).first.id ]).map(&:key) & [ "exclude" ]
  end

  def test_resolving_many_to_many
    link = ferries.all(:relationship).find { |each| each.phrase == "maintain" }
    carrying = Draft.new(ferries, ids:).tap { |draft|
      draft.add(:attribute, parent_id: link.id, name: "Since", type: "date", mandatory: true)
    }.model
    after = transform("resolve", carrying, with: link.id, name: "Qualification")
    assert_equal [ "Engineer Crew Number*", "Vessel Class Code*", "Since" ], held_names(after, "Qualification")
    refute after.key?(link.id)
  end

  def test_associating_splitting_and_merging_again
    associated = transform("associate", ferries, names: [ "Vessel", "Timetable" ], name: "Vessel Plan")
    assert_equal [ "Vessel Hull Number*", "Timetable Code*" ], held_names(associated, "Vessel Plan")

    ids_to_go = [ attribute(ferries, "Vessel", "Gross Tonnage").id, attribute(ferries, "Vessel", "Launched On").id ]
    split = transform("split", ferries, names: [ "Vessel" ], name: "Vessel Data", attributes: ids_to_go)
    assert_equal [ "Vessel Hull Number*", "Gross Tonnage", "Launched On" ], held_names(split, "Vessel Data")
    merged = transform("merge", split, names: [ "Vessel", "Vessel Data" ])
    assert_equal held_names(ferries, "Vessel").sort, held_names(merged, "Vessel").sort

    kept = assert_raises(InvalidValue) do
      transform("split", ferries, names: [ "Vessel" ], attributes: [ attribute(ferries, "Vessel", "Hull Number").id ])
    end
    assert_match(/identifies Vessel and has to stay/, kept.message)
  end

  def test_moving_attributes_along_a_relationship
    link = ferries.all(:relationship).find { |each| each.phrase == "describe" }
    after = transform("move_attributes", ferries, with: link.id,
                      attributes: [ attribute(ferries, "Vessel", "Gross Tonnage").id ])
    assert_includes held_names(after, "Vessel Class"), "Gross Tonnage"
    refute_includes held_names(after, "Vessel"), "Gross Tonnage"
  end

  def test_an_attribute_becomes_an_entity_and_back
    there = transform("attribute_to_entity", ferries, with: attribute(ferries, "Harbour", "Island Name").id,
                      name: "Island")
    assert_equal [ "Name*" ], held_names(there, "Island")
    assert_includes held_names(there, "Harbour"), "Island Name"
    back = transform("entity_to_attribute", there, names: [ "Island" ])
    assert_includes held_names(back, "Harbour"), "Island"
    refute back.all(:entity).any? { |each| each.name == "Island" }
    assert_match(/depends on others/,
                 assert_raises(InvalidValue) { transform("entity_to_attribute", ferries, names: [ "Vessel" ]) }.message)
  end

  def test_a_repeated_group_becomes_an_entity
    base = model("Passenger", Passenger: [ "Number: integer: *", "Phone 1: text(20): !", "Phone 2: text(20)",
                                           "Phone 3: text(20)", "Email: text(60)" ])
    assert_includes Transforming.offers(base, [ entity(base, "Passenger").id ]).map(&:key), "unrepeat"
    after = transform("unrepeat", base, names: [ "Passenger" ])
    assert_equal [ "Passenger Number*", "Number*", "Phone" ], held_names(after, "Passenger Phone")
    assert_equal [ "Number*", "Email" ], held_names(after, "Passenger")
  end

  def test_rolling_subtypes_up_and_down
    up = transform("roll_up", ferries, names: [ "Booked Vehicle" ])
    assert_equal [ "Booking Number*", "Vehicle Number*", "Registration", "Length", "Kind", "Booked Vehicle Kind",
                   "Roof Box", "Laden Weight", "Hazardous Goods", "Seats" ], held_names(up, "Booked Vehicle")
    refute attribute(up, "Booked Vehicle", "Seats").mandatory
    assert_equal %w[Car Lorry Coach],
                 up.all(:allowed_value).select { |each| up[each.parent_id].name == "Booked Vehicle Kind" }.map(&:value)

    down = transform("roll_down", ferries, names: [ "Booked Vehicle" ])
    assert_equal [ "Registration", "Length", "Kind", "Roof Box" ], held_names(down, "Car").reject { |name|
      name.end_with?("*")
    }.select { |name| %w[Registration Length Kind].include?(name) || name == "Roof Box" }
    refute down.all(:entity).any? { |each| each.name == "Booked Vehicle" }
    assert_match(/may be none of its subtypes/,
                 assert_raises(InvalidValue) { transform("roll_down", ferries, names: [ "Crew Member" ]) }.message)
  end

  def test_decomposing_into_third_normal_form
    base = model("Call",
                 Call: [ "Number: integer: *", "Harbour Code: text(3): !", "Harbour Name: text(60)", "Day: date" ])
    draft = Draft.new(base, ids:)
    owner = entity(base, "Call")
    number, code, name = [ "Number", "Harbour Code", "Harbour Name" ].map { |each| attribute(base, "Call", each).id }
    [ [ [ code ], [ name ] ], [ [ name ], [ code ] ], [ [ number ], [ code ] ] ].each do |left, right|
      draft.add(:dependency, parent_id: owner.id, determinant_ids: left, dependent_ids: right)
    end
    report = Transforming::Decompose.report(draft.model, owner.id)
    assert_equal :second, report.theory.normal_form
    assert report.decomposition.lossless
    after = transform("decompose", draft.model, names: [ "Call" ])
    assert_equal [ "Harbour Code*", "Harbour Name" ], held_names(after, "Harbour")
    assert_equal [ "Number*", "Day", "Harbour Code" ], held_names(after, "Call")
    assert_equal :bcnf, Transforming::Decompose.report(after, entity(after, "Harbour").id).theory.normal_form
    assert_equal [ "Harbour Name decides Harbour Code", "Number decides Harbour Code" ],
                 after.all(:dependency).map { |each| each.label(after) }.sort
  end

  def test_decomposing_follows_chains
    base = model("Call", Call: [ "Number: integer: *", "Berth: text(3)", "Harbour: text(3)", "Town: text(60)" ])
    draft = Draft.new(base, ids:)
    owner = entity(base, "Call")
    berth, harbour, town = [ "Berth", "Harbour", "Town" ].map { |each| attribute(base, "Call", each).id }
    [ [ [ berth ], [ harbour ] ], [ [ harbour ], [ town ] ] ].each do |left, right|
      draft.add(:dependency, parent_id: owner.id, determinant_ids: left, dependent_ids: right)
    end
    after = transform("decompose", draft.model, names: [ "Call" ])
    assert_equal [ [ "Number*", "Berth" ], [ "Berth*", "Harbour" ], [ "Harbour*", "Town" ], [] ],
                 [ *[ "Call", "Berth", "Harbour" ].map { |each| held_names(after, each) }, after.all(:dependency) ]
  end

  def test_unknown_transformations_name_the_known_ones
    assert_match(/known are resolve, associate/, assert_raises(UnknownName) { Transforming.fetch("explode") }.message)
  end
end
