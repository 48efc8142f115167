# frozen_string_literal: true

# The one way to write to a model.
class Journal
  # Nothing there to take back or to do again.
  class Empty < Kelvath::Error; end

  # What a commit did: the entry, and the models before and after.
  Commit = Struct.new(:entry, :change_set, :before, :after, keyword_init: true)

  def initialize(stored)
    @stored = stored
  end

  # Writes a change in one transaction: moves it onto the present revision, adds the names that follow,
  # checks what must hold, writes the rows and the entry. follow: false for what says every name itself.
  # Answers a Commit, or nil if there was nothing to change.
  # Raises Kelvath::Conflict, Kelvath::InvalidChange, Kelvath::NotFound.
  def commit(change_set, by:, label: nil, kind: "change", strict: false, follow: true)
    done = nil
    @stored.with_lock do
      before = @stored.model
      fitting = change_set.rebase(before, strict:)
      next if fitting.empty?

      yield if block_given?
      label ||= fitting.describe(before)
      fitting = Kelvath::Naming::Following.complete(fitting, before, -> { NamingStandard.of(before) }) if follow
      done = write(fitting, before, by:, label:, kind:)
    end
    ModelCache.put(@stored.id, @stored.revision, done.after) if done
    done
  end

  # Takes back the last change of a person that still stands.
  def undo(by:)
    entry = undoable(by) || raise(Empty, "There is nothing of yours to undo.")
    reverse(entry, entry.change_set.inverse, by:, kind: "undo", label: "Undid: #{entry.label}", undone: true)
  end

  # Does again what the person took back last.
  def redo(by:)
    entry = redoable(by) || raise(Empty, "There is nothing to redo.")
    reverse(entry, entry.change_set, by:, kind: "redo", label: "Redid: #{entry.label}", undone: false)
  end

  # The entry that undo would take back, or nil. What made the model stays.
  def undoable(person) = own(person).where(undone: false).where("revision > 1").latest_first.first

  # The entry that redo would do again, or nil: of those taken back since the person's last change.
  def redoable(person)
    last = own(person).where(undone: false).maximum(:revision) || 0
    own(person).where(undone: true).where("revision > ?", last).order(:revision).first
  end

  private

  def own(person) = @stored.journal_entries.changes_made.where(person:)

  def reverse(entry, change_set, by:, kind:, label:, undone:)
    commit(change_set, by:, label:, kind:, strict: true, follow: false) { entry.update!(undone:) }
  end

  def write(change_set, before, by:, label:, kind:)
    after = change_set.apply(before)
    Kelvath::Invariants.check(change_set, after)
    ElementStore.write(@stored.id, change_set, after)
    entry = @stored.journal_entries.create!(revision: @stored.revision + 1, person: by, kind:, label:, change_set:)
    @stored.update!(revision: entry.revision, name: after.header.name.presence || @stored.name)
    Commit.new(entry:, change_set:, before:, after:)
  end
end
