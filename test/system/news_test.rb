# frozen_string_literal: true

require_relative "../browser_test_case"

# What a colleague does appears by itself, and leaves alone what somebody is typing.
class NewsTest < BrowserTestCase
  setup { Rails.configuration.x.news_every = 300 }
  teardown { Rails.configuration.x.news_every = 60_000 }

  test "a colleague's changes are painted, and text that is being typed stays" do
    stored = ferries
    vessel, fare = %w[Vessel Fare].map { |name| entity(stored.model, name) }
    visit "/models/#{stored.id}"
    find(:entry, "Vessel").click
    find_field("Definition").send_keys(" Half a sen")

    colleague = ->(id, **fields) { stored.journal.commit(
      Kelvath::Draft.change(stored.reload.model, ids: Ids) { |draft| draft.set(id, **fields) }, by: "Ada"
    ) }
    colleague.call(fare.id, name: "Price")
    assert_selector :entry, "Price"
    assert_selector "#card-#{fare.id}", text: "Price", visible: :all
    assert_text "Ada: Renamed entity Fare to Price"
    colleague.call(vessel.id, definition: "Said by Ada.", name: "Ship")
    assert_selector :entry, "Ship"
    assert_field "Definition", with: / Half a sen\z/

    press :Tab
    assert_text "was set to “Said by Ada.” meanwhile; yours was “"
    diagram = Kelvath::Draft.change(stored.reload.model, ids: Ids) { |draft| draft.remove(shown(stored)) }
    stored.journal.commit(diagram, by: "Ada")
    assert_no_current_path(/#{shown_path(diagram)}/)
  end

  private

  def shown(stored) = page.current_path[%r{diagrams/(\w+)}, 1] || page.find("body")["data-selection-home-value"]
  def shown_path(change) = change.removals.find { |element| element.kind == :diagram }.id
end
