# frozen_string_literal: true

require_relative "../browser_test_case"

class TwoPeopleTest < BrowserTestCase
  test "different fields both land; on the same field the second sees both values and chooses" do
    stored = ferries
    path = "/models/#{stored.id}"
    %i[one two].each do |name|
      Capybara.using_session(name) do
        visit path
        find(:entry, "Vessel").click
        assert_field "Name", with: "Vessel"
      end
    end
    Capybara.using_session(:one) { change "Name", "Ship", says: "Renamed entity Vessel to Ship" }
    Capybara.using_session(:two) do
      change "Definition", "It floats.", says: "Changed definition"
      change "Name", "Boat", says: "was set to “Ship” meanwhile; yours was “Boat”"
      assert_field "Name", with: "Boat"
      click_button "Take theirs"
      assert_field "Name", with: "Ship"
    end
    Capybara.using_session(:one) { change "Name", "Ferry", says: "Renamed entity Ship to Ferry" }
    Capybara.using_session(:two) do
      change "Name", "Boat", says: "was set to “Ferry” meanwhile; yours was “Boat”"
      click_button "Keep mine"
      assert_text "Renamed entity Ferry to Boat"
    end
    vessel = ActiveRecord::Base.uncached do
      ElementStore.read(stored.id).find { |element| element.kind == :entity && element.definition == "It floats." }
    end
    assert_equal "Boat", vessel.name
  end

  test "of two who write one sentence the second chooses under it" do
    stored = ferries
    vessel = stored.model.all(:entity).find { |each| each.name == "Vessel" }
    %i[one two].each { |name| Capybara.using_session(name) { visit "/models/#{stored.id}/prose" } }
    [ [ "Take theirs", "A ship.", "A ship." ], [ "Keep mine", "A boat.", "A raft." ] ].each do |choice, theirs, kept|
      Capybara.using_session(:two) { say vessel, "A raft." }
      Capybara.using_session(:one) do
        say vessel, theirs
        press :Enter
        assert_selector ".sentence-text[data-said='Vessel means: #{theirs}']"
      end
      Capybara.using_session(:two) do
        press :Enter
        within(".sentence-unread") { click_button choice }
        assert_selector ".sentence-text[data-said='Vessel means: #{kept}']"
        assert_no_selector ".sentence-unread"
      end
    end
    assert_equal "A raft.", ActiveRecord::Base.uncached { StoredModel.find(stored.id).model.fetch(vessel.id).definition }
  end

  private

  def say(entity, text)
    find(".sentence-text[data-key='means:#{entity.id}']").click
    press [ :Control, "a" ], "Vessel means: #{text}"
  end

  def change(field, text, says:)
    fill_in field, with: text
    press :Tab
    assert_text says
  end
end
