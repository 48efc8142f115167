# frozen_string_literal: true

require "test_helper"

class JournalTest < ActiveSupport::TestCase
  setup do
    @stored = ferries
    @vessel = entity(@stored.model, "Vessel")
  end

  # Two browsers that loaded the same state: each builds its change on that.
  def change(field, text) = Kelvath::Editing.set(@stored.model, @vessel.id, field, text)

  test "different fields both land, the same field is told with both values" do
    first, second, third = change(:name, "Ship"), change(:definition, "It floats."), change(:name, "Boat")
    @stored.journal.commit(first, by: "One")
    @stored.journal.commit(second, by: "Two")
    clash = assert_raises(Kelvath::Conflict) { @stored.journal.commit(third, by: "Two") }.clashes.first
    assert_equal [ "Boat", "Ship" ], [ clash.yours, clash.theirs ]
    assert_equal [ "Ship", "It floats." ],
                 @stored.model[@vessel.id].then { |vessel| [ vessel.name, vessel.definition ] }
  end

  test "undo and redo go back and forth through one's own changes" do
    states = [ @stored.model ]
    [ [ :name, "Ship" ], [ :definition, "It floats." ] ].each do |field, text|
      states << @stored.journal.commit(change(field, text), by: "One").after
    end
    @stored.journal.commit(Kelvath::Editing.set(@stored.model, entity(@stored.model, "Fare").id, :name, "Price"),
                           by: "Two")
    assert_equal "Undid: Changed definition of entity Ship", @stored.journal.undo(by: "One").entry.label
    @stored.journal.undo(by: "One")
    assert_equal states.first[@vessel.id], @stored.model[@vessel.id]
    assert_raises(Journal::Empty) { @stored.journal.undo(by: "One") }
    2.times { @stored.journal.redo(by: "One") }
    assert_equal states.last[@vessel.id], @stored.model[@vessel.id]
    assert_raises(Journal::Empty) { @stored.journal.redo(by: "One") }
  end

  test "a new change ends what could be done again" do
    type = ->(text) { @stored.journal.commit(change(:definition, text), by: "One") }
    [ "Alpha", "Beta" ].each(&type)
    @stored.journal.undo(by: "One")
    type.call("Gamma")
    2.times { @stored.journal.undo(by: "One") }
    done = Array.new(2) { @stored.journal.redo(by: "One").after[@vessel.id].definition }
    assert_equal %w[Alpha Gamma], done
    assert_raises(Journal::Empty) { @stored.journal.redo(by: "One") }
  end

  test "undo refuses with the reason if another has changed the same since" do
    @stored.journal.commit(change(:name, "Ship"), by: "One")
    @stored.journal.commit(change(:name, "Boat"), by: "Two")
    error = assert_raises(Kelvath::Conflict) { @stored.journal.undo(by: "One") }
    assert_match(/was set to “Boat” meanwhile/, error.message)
    assert_equal "Boat", @stored.model[@vessel.id].name
  end

  test "a change that breaks a rule leaves nothing behind" do
    assert_no_difference [ "JournalEntry.count", "@stored.reload.revision" ] do
      assert_raises(Kelvath::InvalidChange) { @stored.journal.commit(change(:name, "Fare"), by: "One") }
    end
  end

  test "a process that fell behind moves on by the journal's tail" do
    old = @stored.model
    stale = StoredModel.find(@stored.id)
    @stored.journal.commit(change(:name, "Ship"), by: "One")
    ModelCache.put(@stored.id, stale.revision, old)
    assert_equal "Ship", @stored.model[@vessel.id].name
  end
end
