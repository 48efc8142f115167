# frozen_string_literal: true

require_relative "../browser_test_case"

class TwoPeopleTest < BrowserTestCase
  test "different fields both land; on the same field the second sees both values and chooses" do
    stored = ferries
    path = "/models/#{stored.id}"
    %i[one two].each do |name|
      Capybara.using_session(name) do
        visit path
        find(".contents-entry", exact_text: "Vessel").click
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

  private

  def change(field, text, says:)
    fill_in field, with: text
    press :Tab
    assert_text says
  end
end
