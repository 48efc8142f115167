# frozen_string_literal: true

require "test_helper"
require Rails.root.join("db/migrate/20261125000002_mend_control_characters")

# Journals in which something stands that no field takes can be read, and gone back through.
class MendedJournalTest < ActiveSupport::TestCase
  setup do
    @stored = ferries
    @vessel = entity(@stored.model, "Vessel")
  end

  # As it could be written once: past the gate, into the tables and the journal.
  def write_past_the_gate(text)
    original = Kelvath::Invariants.method(:check)
    Kelvath::Invariants.define_singleton_method(:check) { |*, **| nil }
    draft = Kelvath::Draft.new(@stored.model, ids: Ids)
    draft.set(@vessel.id, definition: text)
    draft.add(:unread_sentence, text:, reason: "It has a bell in it.")
    @stored.journal.commit(draft.change_set, by: "Ada", follow: false)
  ensure
    Kelvath::Invariants.define_singleton_method(:check, original)
  end

  test "undo, redo, milestones and restoring go through what is no text any more" do
    write_past_the_gate("Ring \a the bell #{'x' * 600_000}")
    ModelCache.clear
    revision = @stored.reload.revision
    @stored.journal.commit(Kelvath::Editing.set(@stored.model, @vessel.id, "name", "Ship"), by: "Ada")
    assert_equal "Vessel", @stored.model_at(revision)[@vessel.id].name
    2.times { @stored.journal.undo(by: "Ada") }
    assert_equal @vessel, @stored.model[@vessel.id]
    2.times { @stored.journal.redo(by: "Ada") }
    assert_equal "Ship", @stored.model[@vessel.id].name
  end

  test "the migration takes control characters out of the journal" do
    write_past_the_gate("Ring \a the bell")
    MendControlCharacters.new.up
    replayed = @stored.journal_entries.order(:revision).reduce(Kelvath::Model::EMPTY) do |model, entry|
      entry.change_set.apply(model)
    end
    assert_equal "Ring   the bell", replayed[@vessel.id].definition
  end

  test "what people paste into Prose is taken, whatever stands between its lines" do
    outcome = Kelvath::Prose::Reader.new(@stored.model, ids: Ids).read("A Buoy has a Colour.\fThe bell\a rings, says " \
                                                                       "nobody.\vA Buoy may have a Light.")
    @stored.journal.commit(outcome.change_set, by: "Ada")
    assert_equal %w[Colour Light], @stored.model.children(entity(@stored.model, "Buoy").id, :attribute).map(&:name)
    before = @stored.model
    @stored.journal.undo(by: "Ada")
    @stored.journal.redo(by: "Ada")
    assert_equal before, @stored.model
  end
end
