# frozen_string_literal: true

require "core_test_helper"

class ClipsAndStartersTest < CoreTest
  def clip(*names)
    JSON.parse(JSON.generate(Editing::Clips.copy(ferries, names.map { |name| entity(ferries, name).id },
                                                 diagram_id: ferries.all(:diagram).first.id)))
  end

  def test_a_clip_brings_what_is_within_and_between_and_what_it_refers_to
    change = Editing::Clips.paste(Model::EMPTY, clip("Vessel", "Inspection", "Defect"), ids:)
    after = change.apply(Model::EMPTY)
    Invariants.check(change, after)
    assert_equal [ "Vessel Hull Number*", "Inspection Number*", "Defect Number*", "Severity", "Description",
                   "Cleared At", "Earlier Vessel Hull Number", "Earlier Inspection Number",
                   "Earlier Number" ], held_names(after, "Defect")
    assert_equal %w[minor major critical], after.all(:allowed_value).map(&:value)
    assert_equal [ "Fleet" ], after.all(:subject_area).map(&:name)
  end

  def test_pasting_into_the_same_model_renames_and_reuses
    change = Editing::Clips.paste(ferries, clip("Vessel"), ids:, diagram_id: ferries.all(:diagram).first.id)
    after = change.apply(ferries)
    Invariants.check(change, after)
    copy = entity(after, "Vessel 2")
    assert_equal ferries.all(:domain).size, after.all(:domain).size
    node = after.referrers(copy.id, :diagram_node).first
    original = ferries.referrers(entity(ferries, "Vessel").id, :diagram_node).find do |each|
      each.parent_id == node.parent_id
    end
    assert_equal [ original.x + 40, original.y + 40 ], [ node.x, node.y ]
  end

  def test_anything_else_is_refused
    [ nil, [], { "format" => "other" }, { "format" => "kelvath-clip", "elements" => [ { "kind" => "boat" } ] },
      { "format" => "kelvath-clip", "elements" => [ 3 ] },
      { "format" => "kelvath-clip",
        "elements" => [ { "kind" => "diagram_note", "id" => "a",
                          "text" => { "a" => 1 } } ] }, { "format" => "kelvath-clip",
                                                          "elements" =>
                                                            [ { "kind" => "attribute", "id" => "a", "within" => "b",
                                                                "name" => "A" } ] } ].each do |clip|
      assert_raises(UnreadableFile, clip.inspect) { Editing::Clips.paste(ferries, clip, ids:) }
    end
  end

  def test_every_shipped_starter_begins_a_sound_model
    assert_equal %w[plain warehouse documents], Starters.shipped.map(&:key)
    Starters.shipped.each do |starter|
      change = Starters.begin(starter, "Mart", ids:)
      begun = change.apply(Model::EMPTY)
      Invariants.check(change, begun)
      assert_equal [ "Mart", starter.elements.count { |each| each.kind == :domain } ],
                   [ begun.header.name, begun.all(:domain).size ]
      assert_empty begun.elements.keys & starter.elements.map(&:id)
      assert_equal %w[concept logical physical], begun.all(:diagram).map(&:stage).uniq.sort
    end
  end

  def test_a_model_saved_as_a_starter_leaves_its_entities_behind
    kept = Starters.of_model(ferries, name: "House")
    again = Starters.read(Starters.write(kept), name: "House", definition: "")
    begun = Starters.begin(again, "Next", ids:).apply(Model::EMPTY)
    assert_empty begun.all(:entity) + begun.all(:diagram_node)
    assert_equal ferries.all(:allowed_value).size, begun.all(:allowed_value).size
    assert_equal ferries.all(:subject_area).map(&:name).sort, begun.all(:subject_area).map(&:name).sort
  end

  def test_a_starter_says_how_physical_diagrams_look
    begun = Starters.begin(Starters.shipped.find { |each| each.key == "warehouse" }, "Mart", ids:).apply(Model::EMPTY)
    draft = Draft.new(begun, ids:)
    Editing::Entities.add(draft, "Sailing Performance")
    design = Starting.design(draft.model, platform: "sqlite", ids:)
    made = design.change_set.apply(draft.model)
    assert made[design.diagram_id].indexes_shown
    kept = Starters.of_model(made, name: "House").elements.select do |each|
      each.kind == :diagram && each.stage == "physical"
    end
    assert_equal [ nil ], kept.map(&:design_id)
  end

  # what is typed on a card => [name, type, in the identifier?]
  TYPED = { "Length in Metres" => [ "Length", "decimal(6,2)", false ], "Code: text(3)*" => [ "Code", "text(3)", true ],
            "Metres" => [ "Metres", "decimal(6,2)", false ], "beam width" => [ "beam width", "not decided", false ],
            "Depth (Metres)" => [ "Depth", "decimal(6,2)", false ],
            "Height in feet" => [ "Height", "not decided", false ] }.freeze

  def test_attributes_as_they_are_typed_on_a_card
    TYPED.each do |text, (name, type, identifies)|
      draft = Draft.new(ferries, ids:)
      owner = entity(ferries, "Lost Item")
      made = Prose::TypedAttribute.add(draft, owner.id, text)
      assert_equal [ name, type ], [ made.name, Logical::ValueType.of(draft.model[made.id], draft.model).to_s ], text
      assert_equal identifies, draft.model.children(owner.id, :identifier).any? { |each|
        each.primary && each.member_ids.include?(made.id)
      }, text
    end
  end

  def test_promoting_and_demoting_identifiers
    draft = Draft.new(ferries, ids:)
    vessel = entity(ferries, "Vessel")
    alternate = ferries.children(vessel.id, :identifier).reject(&:primary).first
    Editing::Identifiers.promote(draft, alternate.id)
    assert_equal "Call Sign*", held_names(draft.model, "Vessel").find { |name| name.end_with?("*") }
    assert_includes held_names(draft.model, "Sailing"), "Vessel Call Sign"
    assert_equal 1, draft.model.children(vessel.id, :identifier).count(&:primary)
  end
end
