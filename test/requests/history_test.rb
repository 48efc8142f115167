# frozen_string_literal: true

require "test_helper"

# The history of one element, and a state of it brought back.
class HistoryTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
    @vessel = @stored.model.all(:entity).find { |each| each.name == "Vessel" }
    [ [ "definition", "A boat" ], [ "name", "Ship" ] ].each do |field, value|
      @stored.journal.commit(Kelvath::Editing.set(@stored.model, @vessel.id, field, value), by: "Ada")
    end
  end

  def path = model_element_history_path(@stored, @vessel.id)

  def told = css_select("#history tbody tr").map { |row| row.css("td")[1..3].map { |cell| cell.text.squish }.drop(1) }

  test "who changed what, from what; restored alone; gone and back" do
    get path
    assert_equal [ [ "Ada", "Name: Vessel became Ship" ],
                   [ "Ada", "Definition: A ferry that the company owns or charters. became A boat" ],
                   [ "Loader", "It was made: Loaded" ] ], told
    patch path, params: { revision: 2 }
    assert_equal @vessel.to_h, @stored.reload.model.fetch(@vessel.id).to_h
    @stored.journal.commit(Kelvath::Editing.remove(@stored.model, [ @vessel.id ], ids: Ids), by: "Ada")
    get path
    assert_match(/\AIt was removed: Removed entity Vessel/, told.first.last)
    patch path, params: { revision: 4 }
    assert_equal "Ship", @stored.reload.model.fetch(@vessel.id).name
    patch path, params: { revision: "nothing" }
    get model_element_history_path(@stored, "nothing")
    assert_response :not_found
  end

  test "the journal as a line: what each change did, points with names and notes, any two of them compared" do
    post model_milestones_path(@stored), params: { name: "Agreed", note: "With Sales." }
    @stored.journal.commit(Kelvath::Editing.remove(@stored.model, [ @vessel.id ], ids: Ids), by: "Bo")
    get model_journal_path(@stored)
    assert_select ".journal-stop", count: 1
    assert_select "#entries tr:nth-child(2)", text: /Agreed\s+With Sales\./
    patch model_milestone_path(@stored, Milestone.last), params: { note: "With the harbour office." }
    assert_equal "With the harbour office.", Milestone.last.note
    get model_journal_entry_path(@stored, @stored.reload.revision)
    assert_select "li", text: /\Aentity Ship\s*removed\z/
    assert_select "li a[href='#{path}']"
    get model_journal_entry_path(@stored, 4)
    assert_select "li", text: /entity Vessel\s*name: Vessel became Ship/
    post model_comparisons_path(@stored), params: { left: "revision:2", right: "revision:4" }
    follow_redirect!
    assert_select ".compared-row", text: /name\s*Vessel.*Ship/m
    get model_journal_entry_path(@stored, "99")
    assert_response :not_found
  end
end
