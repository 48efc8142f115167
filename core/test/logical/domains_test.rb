# frozen_string_literal: true

require "core_test_helper"

class DomainsTest < CoreTest
  def setup
    @draft = Draft.new(model("Vessel"), ids:)
    @length = @draft.add(:domain, name: "Length", type: "decimal", precision: 8, scale: 2, unit: "m", least_value: "0",
                         definition: "How long.")
    @draught = @draft.add(:domain, name: "Draught", base_id: @length.id, precision: 5, most_value: "9.9",
                          default_value: "1")
    @attribute = Editing::Attributes.add(@draft, entity(@draft.model, "Vessel").id, "Draught", domain_id: @draught.id)
  end

  def type = Logical::ValueType.of(@draft.model[@attribute.id], @draft.model)

  def test_a_child_inherits_and_overrides
    assert_equal [ "decimal(5,2)", "m", "0", "9.9", "1" ],
                 [ type.to_s, type.unit, type.least_value, type.most_value, type.default_value ]
    @draft.set(@length.id, scale: 3, unit: "ft")
    assert_equal [ "decimal(5,3)", "ft" ], [ type.to_s, type.unit ]
    @draft.set(@attribute.id, unit: "cm", type: "integer")
    assert_equal [ "integer", "cm", "0" ], [ type.to_s, type.unit, type.least_value ]
  end

  def test_a_circle_of_domains_is_refused_with_its_names
    change = ChangeSet.new(updates: [ ChangeSet::Update.new(id: @length.id, field: :base_id, before: nil,
                                                            after: @draught.id) ])
    error = assert_raises(InvalidChange) { Invariants.check(change, change.apply(@draft.model)) }
    assert_match(/based on itself: Length → Draught → Length/, error.message)
  end

  def test_a_changed_domain_reaches_every_card_that_uses_it
    before = @draft.model
    after = Editing.set(before, @length.id, :unit, "yd").apply(before)
    assert_includes Diagram::Affected.between(before, after, "logical"), entity(before, "Vessel").id
  end

  # type, length, precision, scale => [texts that fit], [texts that do not]
  FITTING = {
    [ "integer" ] => [ %w[1 -20 +3], %w[1.5 x] + [ "" ] ],
    [ "decimal", nil, 4, 2 ] => [ %w[12.34 -1 0.5], %w[123 1.234] ], [ "text", 3 ] => [ %w[abc], %w[abcd] ],
    [ "date" ] => [ %w[2026-05-31], %w[31.5.2026 2026-13-01] ], [ "boolean" ] => [ %w[yes true 0], %w[maybe] ],
    [ "time" ] => [ %w[23:59 08:00:00], %w[24:00] ], [ "long_text" ] => [ %w[anything], [] ]
  }.freeze

  def test_which_texts_fit_a_type
    FITTING.each do |(name, length, precision, scale), (good, bad)|
      type = Logical::ValueType.new(name:, length:, precision:, scale:)
      good.each { |text| assert type.fits?(text), "#{text} in #{type}" }
      bad.each { |text| refute type.fits?(text), "#{text} in #{type}" }
    end
  end

  def test_ranges_values_and_rules_arrive_in_the_script
    link = @draft.add(:entity, name: "Sailing")
    @draft.add(:relationship, from_id: entity(@draft.model, "Vessel").id, to_id: link.id, on_delete: "cascade",
               on_update: "restrict")
    text = script(@draft.model, "sqlite")
    assert_includes text, '"draught" >= 0'.delete('"')
    assert_includes text, "<= 9.9"
    assert_includes text, "ON DELETE CASCADE ON UPDATE RESTRICT"
  end

  def test_unification_can_be_taken_apart
    base = model("Each Booking may have many Tickets.", "Each Booking may have many Vehicles.",
                 "Each Vehicle may need many Tickets.",
                 Booking: [ "Number: integer: *" ], Vehicle: [ "Place: integer: *" ], Ticket: [ "Seat: integer: *" ])
    draft = Draft.new(base, ids:)
    base.all(:relationship).first(2).each { |each| draft.set(each.id, identifying: true) }
    needs = base.all(:relationship).find { |each| each.phrase == "need" }
    draft.set(needs.id, separate: true)
    assert_equal [ "Booking Number*", "Seat*", "Booking Number 2", "Vehicle Place" ], held_names(draft.model, "Ticket")
  end

  def test_only_many_to_many_carries_attributes
    base = model("Each Engineer may maintain many Vessels.", "Each Vessel may be maintained by many Engineers.")
    link = base.all(:relationship).first
    draft = Draft.new(Draft.new(base, ids:).tap { |each| each.set(link.id, from_most: nil, from_least: 0) }.model, ids:)
    draft.add(:attribute, parent_id: link.id, name: "Since", type: "date")
    Invariants.check(draft.change_set, draft.model)
    assert_includes script(draft.model, "sqlite"), "since"
    draft.set(link.id, from_most: 1)
    assert_raises(InvalidChange) { Invariants.check(draft.change_set, draft.model) }
  end
end
