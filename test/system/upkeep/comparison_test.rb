# frozen_string_literal: true

require_relative "../../browser_test_case"

# Two sides laid beside each other, matched, decided and merged.
class ComparisonBrowserTest < BrowserTestCase
  test "a model is compared with a milestone and merged in part, undone" do
    stored = changed(ferries)
    visit "/models/#{stored.id}"
    find("summary", text: "Model").click
    click_link "Compare and merge"
    select "this model now", from: "Left"
    select "Agreed with Sales", from: "Right"
    click_button "Compare"
    assert_selector ".compared-group", text: "entity Lost Item"
    assert_empty faults
    stands("entity Lost Item", "right")
    assert_selector ".compared-choice button[aria-pressed='true']", text: "right", minimum: 5
    stands("relationship Passenger claim Lost Item", "right")
    select "changed", from: "How they differ"
    assert_no_selector ".compared-group", text: "entity Lost Item"
    stands("definition", "left")
    click_link "What this model now becomes"
    assert_selector "#becomes tr", text: "attribute Lost Item · Found At"
    assert_no_selector "#becomes tr", text: "entity Vessel"
    assert_empty faults
    click_button "Take"
    assert_text "one undo takes all of it back"
    assert_equal [ true, "Ship", false ], state(stored), "what was taken came, all else stays"
    click_button "Undo"
    assert_text "Undid"
    assert_equal [ false, "Ship", false ], state(stored)
  end

  test "a renamed and restructured copy is matched by likeness, and one wrong match corrected" do
    stored = ferries
    copy = restructured(stored)
    visit "/models/#{stored.id}/comparisons"
    select "Other company", from: "Right"
    click_button "Compare"
    assert_selector "#differences", text: "entity Vessel"
    click_link "What is the same"
    assert_empty faults
    assert_equal "Vessel", chosen_of(copy, "Boat")
    assert_equal "Berth", chosen_of(copy, "Haven"), "which is wrong: it is the harbour, without its own words"
    find(:select, "What Haven is").find("option", text: /\AHarbour( \(|\z)/).select_option
    assert_selector "#match-#{entity(copy, "Haven").id.downcase}", text: "100 % said"
    click_link "Differences"
    assert_selector ".compared-group[aria-label='entity Harbour'] .compared-row", text: "Haven"
    click_link "Drawn side by side"
    assert_selector "figure", text: "Other company"
    assert_selector ".mark-changed", minimum: 2
    assert_empty faults
  end

  private

  def entity(stored, name) = stored.reload.model.all(:entity).find { |each| each.name == name }

  def stands(thing, side)
    within(find(".compared-row", text: /\A#{Regexp.escape(thing)}\b/, match: :first)) { click_button side }
    assert_selector "#differences"
  end

  def state(stored)
    [ !entity(stored, "Lost Item").nil?, entity(stored, "Ship").name, entity(stored, "Vessel").present? ]
  end

  def changed(stored)
    stored.milestones.create!(name: "Agreed with Sales", person: "Guest", revision: stored.revision)
    change = Kelvath::Draft.change(stored.model, ids: Ids) do |draft|
      draft.set(entity(stored, "Vessel").id, name: "Ship", definition: "A ship that the company owns.")
      draft.remove(entity(stored, "Lost Item").id)
    end
    stored.journal.commit(change, by: "Guest", follow: false)
    stored
  end

  # In other ids; nobody tells of the entities at hand any more, and half of what they hold is other.
  def restructured(stored)
    others = stored.model.elements.transform_values { Ids.next }
    renamed = stored.model.elements.values.map { |each| Kelvath::Matching::OtherIds.element(each, others) }
    copy = Kelvath::Model.of(renamed)
    change = Kelvath::Draft.change(copy, ids: Ids) do |draft|
      known = copy.all(:entity).to_h { |each| [ each.name, each ] }
      draft.set(copy.header.id, name: "Other company")
      draft.set(known["Vessel"].id, name: "Boat", definition: "")
      copy.children(known["Vessel"].id, :attribute).first(2).each { |each| draft.remove(each.id) }
      disguise(draft, copy, known["Harbour"], known["Berth"])
    end
    model = change.apply(copy)
    StoredModel.start("Other company", by: "Guest", label: "Made",
                      change_set: Kelvath::ChangeSet.new(additions: model.elements.values))
  end

  # The harbour says what the berth said, and the berth is gone.
  def disguise(draft, copy, harbour, berth)
    copy.children(harbour.id, :attribute).each { |each| draft.remove(each.id) }
    copy.children(berth.id, :attribute).each do |each|
      draft.add(:attribute, parent_id: harbour.id, **each.values)
    end
    draft.set(harbour.id, name: "Haven", definition: "")
    draft.remove(berth.id)
  end

  def chosen_of(copy, name)
    select = find(:select, "What #{name} is")
    assert_selector "#match-#{entity(copy, name).id.downcase}", text: "alike"
    select.find("option[selected]").text.sub(/ \(.*/, "")
  end
end
