# frozen_string_literal: true

require_relative "editors"
require_relative "old_database"

# Twenty editors of mixed work, with an intake and a proof run beside them, again and again; then everything must
# be whole: the journal from its beginning, the tables and the model file say the same. Bounded in time.
class Soak
  Outcome = Struct.new(:requests, :failures, :growth, :whole, :runs, keyword_init: true)

  # stored: a model with an SQLite design; diagram_id: what the editors look at.
  def initialize(stored, diagram_id, design_id)
    @stored = stored
    @diagram_id = diagram_id
    @design_id = design_id
  end

  # Works for so many seconds; kill: ends the server in the middle of it without a word, and starts another one.
  def run(seconds, kill: false)
    tallies = []
    memory = []
    legs(seconds, kill).each do |leg, ended|
      Served.open do |served|
        served.visit("/models/#{@stored.id}/diagrams/#{@diagram_id}")
        beside = Thread.new { runs_beside(served, leg) }
        watch = Thread.new { loop { sleep 1; memory << served.memory } }
        tallies << Editors.new(served, @stored.reload, diagram_id: @diagram_id, seed: tallies.size + 1).work(leg) do
          Process.kill(:KILL, served.pid) if ended
        end
        [ watch, beside ].each(&:kill)
      end
    end
    outcome(tallies, memory, kill)
  end

  private

  # [[seconds, is it ended by a kill?], …]
  def legs(seconds, kill) = kill ? [ [ seconds / 2, true ], [ seconds / 2, false ] ] : [ [ seconds, false ] ]

  # An intake and a proof run, one pair after the other.
  def runs_beside(served, seconds)
    path = OldDatabase.write(File.join(Dir.tmpdir, "soak.sqlite"), tables: 60)
    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds - 10
    while Process.clock_gettime(Process::CLOCK_MONOTONIC) < ends
      served.visit("/")
      served.upload("/intakes", path)
      served.post("/models/#{@stored.id}/designs/#{@design_id}/proofs")
      sleep 8
    end
  rescue SystemCallError, EOFError
    nil # the server was ended
  end

  # Growth: memory in the last tenth beside that of the second tenth, when caches have filled.
  def outcome(tallies, memory, kill)
    tenth = [ memory.size / 10, 1 ].max
    early, late = memory[tenth, tenth].to_a.sum.fdiv(tenth), memory.last(tenth).sum.fdiv(tenth)
    failures = tallies.flat_map(&:failures)
    failures = failures.grep_v(/\A(?:EOFError|Errno|Net)/) if kill
    Outcome.new(requests: tallies.sum { |tally| tally.statuses.each_value.sum }, failures:,
                growth: early.zero? ? 1.0 : late / early, whole: whole?, runs: Run.where(state: "done").count)
  end

  # Does the journal, done again from its beginning, say what the tables and the model file say?
  def whole?
    ModelCache.clear
    stored = StoredModel.find(@stored.id)
    replayed = stored.journal_entries.order(:revision).reduce(Kelvath::Model::EMPTY) do |model, entry|
      entry.change_set.apply(model)
    end
    tables = Kelvath::Model.of(ElementStore.read(stored.id))
    file = Kelvath::Interchange::ModelFile
    replayed == tables && file.read(file.write(tables)) == replayed && stored.revision == stored.journal_entries.count
  end
end
