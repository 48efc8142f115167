# frozen_string_literal: true

require "core_test_helper"
require "delegate"

class KeyMigrationTest < CoreTest
  # entity of the ferry company => what it holds, key members marked.
  HOLDINGS = {
    "Route Leg" => [ "Route Code*", "Leg Number*", "Crossing Time", "Distance", "From Harbour Code",
                     "To Harbour Code" ],
    "Defect" => [ "Vessel Hull Number*", "Inspection Number*", "Defect Number*", "Severity", "Description",
                  "Cleared At",
                  "Earlier Vessel Hull Number", "Earlier Inspection Number", "Earlier Number", "Work Order Reference" ],
    "Car" => [ "Booking Number*", "Vehicle Number*", "Roof Box" ],
    "Route Call" => [ "Route Code*", "Harbour Code*", "Call Order", "Dwell Time" ],
    "Crew Member" => [ "Crew Number*", "Name", "Joined On", "Home Harbour Note", "Supervisor Crew Number" ]
  }.freeze

  def test_identifying_chains_recursion_roles_and_subtypes
    HOLDINGS.each { |name, expected| assert_equal expected, held_names(ferries, name), name }
  end

  # What a subtype has from its supertype arrives under the subtype's name.
  def test_keys_through_subtypes_keep_their_owner
    draft = Draft.new(model("Member", "Tenant", "Invoice", Member: [ "Number: integer: *" ],
                            Invoice: [ "Number: integer: *" ]), ids:)
    member, tenant, invoice = %w[Member Tenant Invoice].map { |name| entity(draft.model, name).id }
    draft.add(:subtype_group, parent_id: member, subtype_ids: [ tenant ])
    2.times { draft.add(:relationship, from_id: tenant, to_id: invoice, to_most: nil) }
    assert_equal [ "Number*" ], held_names(draft.model, "Tenant")
    assert_equal [ "Number*", "Tenant Number", "Tenant Number 2" ], held_names(draft.model, "Invoice")
    draft.set(draft.model.children(member, :attribute).first.id, name: "Member Number")
    assert_equal [ "Number*", "Tenant Number", "Tenant Number 2" ], held_names(draft.model, "Invoice")
  end

  # A model that lets another thread go on whenever it is asked for something.
  class Yielding < SimpleDelegator
    def children(...) = __getobj__.children(...).tap { Thread.pass }
  end

  def test_threads_that_read_one_fresh_model_all_get_its_keys
    model = Yielding.new(ferries)
    holdings = ->(keys) { ferries.all(:entity).map { |each| keys.held(each.id) } }
    alone = holdings.call(Logical::KeyMigration.new(ferries))
    5.times do
      shared = Logical::KeyMigration.new(model)
      found = Array.new(6) { Thread.new { holdings.call(shared) } }.map(&:value)
      assert_equal [ alone ], found.uniq
    end
  end

  def test_optionality_follows_the_parent_end
    berth = Logical::KeyMigration.of(ferries).held(entity(ferries, "Sailing").id).select do |held|
      held.name.match?(/Berth|Harbour/)
    end
    assert_equal [ false, false ], berth.map(&:mandatory)
  end

  def test_parallel_relationships_without_role_names_stay_apart
    twice = Draft.new(model("Harbour", "Leg", Harbour: [ "Code: text(3): *" ]), ids:)
    2.times { twice.add(:relationship, from_id: entity(twice.model, "Harbour").id, to_id: entity(twice.model, "Leg").id,
                        to_most: nil) }
    assert_equal [ "Harbour Code", "Harbour Code 2" ], held_names(twice.model, "Leg")
  end

  def test_the_same_value_by_two_ways_is_one_attribute
    base = model("Each Booking may have many Tickets.", "Each Booking may have many Vehicles.",
                 "Each Vehicle may need many Tickets.",
                 Booking: [ "Number: integer: *" ], Vehicle: [ "Place: integer: *" ], Ticket: [ "Seat: integer: *" ])
    draft = Draft.new(base, ids:)
    base.all(:relationship).first(2).each { |link| draft.set(link.id, identifying: true) }
    assert_equal [ "Booking Number*", "Seat*", "Vehicle Place" ], held_names(draft.model, "Ticket")
    held = Logical::KeyMigration.of(draft.model).held(entity(draft.model, "Ticket").id).first
    assert held.unified?
  end

  def test_upstream_changes_arrive_and_nothing_is_stored
    base = model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *" ],
                 Sailing: [ "Day: date: *" ])
    attribute = base.all(:attribute).find { |each| each.name == "Hull Number" }
    after = Editing.set(base, attribute.id, :name, "Registration").apply(base)
    assert_equal [ "Day*", "Vessel Registration" ], held_names(after, "Sailing")
    assert_equal 2, after.all(:attribute).size
  end

  def test_surrogates_only_where_asked
    base = model("Each Vessel may make many Sailings.")
    assert_empty held_names(base, "Vessel")
    held = Logical::KeyMigration.of(base, surrogates: true).held(entity(base, "Sailing").id)
    assert_equal [ "Sailing Id", "Vessel Id" ], held.map(&:name)
  end

  def test_long_chains_do_not_overflow
    elements = Array.new(3000) { |number| Metamodel::Entity.new(id: format("e%04d", number), name: "E#{number}") }
    links = elements.each_cons(2).map do |from, to|
      Metamodel::Relationship.new(id: "r#{to.id}", from_id: from.id, to_id: to.id, to_most: nil, identifying: true)
    end
    assert_nil Logical::KeyMigration.cycle(Model.of(elements + links))
    closed = Metamodel::Relationship.new(id: "back", from_id: "e2999", to_id: "e0000", to_most: nil, identifying: true)
    assert_equal 3000, Logical::KeyMigration.cycle(Model.of(elements + links + [ closed ])).size
  end
end
