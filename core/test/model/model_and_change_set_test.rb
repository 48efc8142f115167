# frozen_string_literal: true

require "core_test_helper"

class ModelAndChangeSetTest < CoreTest
  def test_members_that_migrated_are_named_not_numbered
    base = model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *" ],
                 Sailing: [ "Day: date: *" ])
    sailing = entity(base, "Sailing")
    migrated = Logical::KeyMigration.of(base).held(sailing.id).find(&:migrated?)
    key = base.children(sailing.id, :identifier).first
    change = Draft.change(base, ids:) { |draft| draft.set(key.id, member_ids: [ *key.member_ids, migrated.id ]) }
    assert_match(/from Day to Day, Hull Number/, change.describe(base))
    refute_match(/[0-9A-HJKMNP-TV-Z]{26}/, change.describe(base))
  end

  def test_notes_and_cards_are_moved_not_changed
    draft = Draft.new(ferries, ids:)
    diagram = ferries.all(:diagram).first
    note = draft.add(:diagram_note, parent_id: diagram.id, text: "Aboard", shape: "frame")
    card = ferries.children(diagram.id, :diagram_node).first
    model = draft.model
    moved = ->(*ids) { Draft.change(model, ids: self.ids) { |each| ids.each { |id| each.set(id, x: 7.0) } } }
    assert_equal [ "Moved “Aboard”", "Moved 2 cards and notes" ],
                 [ moved.(note.id), moved.(note.id, card.id) ].map { |change| change.describe(model) }
  end

  def test_indexes_follow_every_change
    before = model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *" ])
    vessel = entity(before, "Vessel")
    draft = Draft.new(before, ids:)
    draft.remove(vessel.id)
    after = draft.model
    assert_equal [ "Sailing" ], after.all(:entity).map(&:name)
    %i[attribute identifier relationship].each { |kind| assert_empty after.all(kind), kind }
    assert_empty after.referrer_ids(vessel.id)
    assert_equal Model.of(after.elements.values), after
  end

  def test_apply_and_inverse_cancel_out_for_a_large_change
    big = Demo::BigCompany.change_set(ids:, count: 60)
    full = big.apply(Model::EMPTY)
    assert_equal Model::EMPTY, big.inverse.apply(full)
    removal = Editing.remove(full, full.all(:entity).first(20).map(&:id), ids:)
    assert_equal full, removal.inverse.apply(removal.apply(full))
    assert_equal removal, ChangeSet.from_h(JSON.parse(JSON.generate(removal.to_h)))
  end

  def test_between_two_models_is_what_leads_from_one_to_the_other
    one = model("Vessel", "Harbour")
    two = Editing.set(one, entity(one, "Vessel").id, :name, "Ship").apply(one)
    assert_equal two, ChangeSet.between(one, two).apply(one)
  end

  def test_other_fields_rebase_and_the_same_field_clashes_with_both_values
    base = model("Vessel")
    id = entity(base, "Vessel").id
    renamed = Editing.set(base, id, :name, "Ship").apply(base)
    assert_equal "A ship.", Editing.set(base, id, :definition, "A ship.").rebase(renamed).apply(renamed)[id].definition
    clash = assert_raises(Conflict) { Editing.set(base, id, :name, "Boat").rebase(renamed) }.clashes.first
    assert_equal [ :name, "Boat", "Ship" ], [ clash.field, clash.yours, clash.theirs ]
  end

  def test_what_is_gone_or_used_since_clashes
    base = model("Each Vessel may make many Sailings.")
    vessel = entity(base, "Vessel")
    without = Editing.remove(base, [ vessel.id ], ids:).apply(base)
    assert_raises(Conflict) { Editing.set(base, vessel.id, :name, "Ship").rebase(without) }
    addition = ChangeSet.new(additions: [ vessel ])
    changed = base.updated(put: [ vessel.with(definition: "New.") ], drop: [])
    assert_match(/has been changed since/,
                 assert_raises(Conflict) { addition.inverse.rebase(changed, strict: true) }.message)
    assert_match(/now used by/, assert_raises(Conflict) { addition.inverse.rebase(base, strict: true) }.message)
  end

  def test_changes_describe_themselves
    base = model("Each Vessel may make many Sailings.", Vessel: [ "Name: text(60)" ])
    vessel = entity(base, "Vessel")
    name = base.all(:attribute).first
    { Editing.set(base, vessel.id, :name, "Ship") => "Renamed entity Vessel to Ship",
      Editing.set(base, vessel.id, :definition, "Floats.") => "Changed definition of entity Vessel",
      Editing.set(base, name.id, :mandatory, "yes") => "Changed mandatory of attribute Vessel · Name from no to yes",
      Editing.remove(base, [ vessel.id ], ids:) => "Removed entity Vessel; Removed relationship Vessel make Sailing",
      ChangeSet.new => "Changed nothing" }.each { |change, words| assert_equal words, change.describe(base) }
  end

  def test_what_is_done_to_cards_and_columns_is_said_in_words
    draft = Draft.new(model("Vessel"), ids:)
    diagram = draft.add(:diagram, name: "Fleet", stage: "logical")
    node = draft.add(:diagram_node, parent_id: diagram.id, element_id: entity(draft.model, "Vessel").id, colour: "sky")
    design = draft.add(:design, name: "D", platform: "sqlite")
    table = draft.add(:table, parent_id: design.id, name: "vessel")
    column = draft.add(:column, parent_id: table.id, name: "nm", native_type: Metamodel::NativeType.of("int"))
    { [ node, { x: 7.0 } ] => "Moved Vessel", [ node, { pinned: true } ] => "Pinned Vessel",
      [ node, { colour: "clay" } ] => "Coloured Vessel clay", [ node, { colour: "" } ] => "Took the colour off Vessel",
      [ node, { width: 300.0, x: 1.0 } ] => "Changed the width of Vessel",
      [ column, { native_type: Metamodel::NativeType.of("varchar", arguments: [ 30 ]) } ] =>
        "Changed type of column D · vessel · nm from int to varchar(30)",
      [ column, { options: { "collation" => "nocase" } } ] =>
        "Changed options of column D · vessel · nm from nothing to collation: nocase" }
          .each do |(element, fields), words|
      assert_equal words, ChangeSet.set(element, **fields).describe(draft.model)
    end
  end
end
