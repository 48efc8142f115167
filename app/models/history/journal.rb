# frozen_string_literal: true

# The one way to write to a model.
class Journal
  # Nothing there to take back or to do again.
  class Empty < Kelvath::Error; end

  # Others write so much, or hold the database so long, that this change found no moment.
  class Busy < Kelvath::Error
    def initialize = super("Too much is being written at the moment, so this was not kept yet. Try again.")
  end

  # What a commit did: the entry, and the models before and after.
  Commit = Struct.new(:entry, :change_set, :before, :after, keyword_init: true)

  TRIES = 8 # how often a change is fitted to what another process has written meanwhile
  # Who writes to the same model from this process waits here, not in the database.
  TURNS = Latest.new(64)

  def initialize(stored)
    @stored = stored
  end

  # Writes a change in one transaction: moves it onto the present revision, adds the names that follow,
  # checks what must hold, writes the rows and the entry. Only the writing holds the database; all the rest
  # is done before, and once more if another process was quicker. follow: false for what says every name
  # itself. Answers a Commit, or nil if there was nothing to change.
  # Raises Kelvath::Conflict, Kelvath::InvalidChange, Kelvath::NotFound, Busy.
  def commit(change_set, **options, &along)
    in_turn { commit_now(change_set, **options, &along) }
  end

  # Takes back the last change of a person that still stands.
  def undo(by:)
    in_turn do
      entry = undoable(by) || raise(Empty, "There is nothing of yours to undo.")
      reverse(entry, entry.change_set.inverse, by:, kind: "undo", label: "Undid: #{entry.label}", undone: true)
    end
  end

  # Does again what the person took back last.
  def redo(by:)
    in_turn do
      entry = redoable(by) || raise(Empty, "There is nothing to redo.")
      reverse(entry, entry.change_set, by:, kind: "redo", label: "Redid: #{entry.label}", undone: false)
    end
  end

  # The entry that undo would take back, or nil. What made the model stays.
  def undoable(person) = own(person).where(undone: false).where("revision > 1").latest_first.first

  # The entry that redo would do again, or nil: of those taken back since the person's last change, the oldest.
  def redoable(person) = own(person).where(undone: true, abandoned: false).order(:revision).first

  private

  def in_turn
    done = nil
    TURNS.fetch(@stored.id) { done = yield; nil }
    done
  end

  def own(person) = @stored.journal_entries.changes_made.where(person:)

  def reverse(entry, change_set, by:, kind:, label:, undone:)
    commit_now(change_set, by:, label:, kind:, strict: true, follow: false) { entry.update!(undone:) }
  end

  def commit_now(change_set, by:, label: nil, kind: "change", strict: false, follow: true, &along)
    TRIES.times do
      @stored.reload
      before = @stored.model
      fitting = change_set.rebase(before, strict:)
      return if fitting.empty?

      label ||= fitting.describe(before) # of what was done, not of what follows
      fitting = completed(fitting, before) if follow
      after = fitting.apply(before)
      Kelvath::Invariants.check(fitting, after, restoring: strict)
      entry = @stored.journal_entries.new(revision: @stored.revision + 1, person: by, kind:, label:,
                                          change_set: fitting)
      next unless write(entry, fitting, after, &along)

      ModelCache.put(@stored.id, entry.revision, after)
      return Commit.new(entry:, change_set: fitting, before:, after:)
    end
    raise Busy
  end

  # With what follows from it: names of the other side, cards that give way to those that grow.
  def completed(change_set, before)
    named = Kelvath::Renaming::Following.complete(change_set, before, -> { NamingStandard.of(before) })
    Kelvath::Diagram::MakingRoom.complete(named, before)
  end

  # Everything or nothing; false if the model has moved on since it was read.
  def write(entry, change_set, after)
    name = after.header.name.presence || @stored.name
    StoredModel.transaction do
      moved = StoredModel.where(id: @stored.id, revision: entry.revision - 1)
                         .update_all(revision: entry.revision, name:, updated_at: Time.current)
      next false if moved.zero?

      ElementStore.write(@stored.id, change_set, after)
      entry.save!
      own(entry.person).where(undone: true).update_all(abandoned: true) if entry.kind == "change"
      yield if block_given?
      @stored.at(entry.revision, name:)
      true
    end
  end
end
