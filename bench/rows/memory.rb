# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/served"

# One editor all day, in a process of its own: a diagram of 1,000 cards with its ledger open, edit after edit.
module MemoryRows
  EDITS = Integer(ENV.fetch("MEMORY_EDITS", 10_000))
  FIRST = 500
  WORK = <<~RUBY
    require Rails.root.join("bench/support/subjects")
    stored = Subjects.store(Subjects.large)
    diagram = Subjects.large.all(:diagram).find { |each| each.stage == "logical" }.id
    entities = Subjects.large.children(diagram, :diagram_node).map(&:element_id)
    memory = -> { GC.start; File.read("/proc/self/status")[/VmRSS:\\s+(\\d+)/, 1].to_i / 1024.0 }
    1.upto(#{EDITS}) do |number|
      change = Kelvath::Editing.set(stored.model, entities[number % entities.size], "definition", "Said \#{number}.")
      commit = stored.journal.commit(change, by: "Bench")
      page = Repaint.new(stored, commit, diagram_id: diagram, ledger_scope: "logical", selected: "")
      [ page.scene_changes, page.ledger_changes ]
      puts memory.call if [ #{FIRST}, #{EDITS} ].include?(number)
    end
  RUBY
end

# A server that has just shown the logical side, in MB.
module OpenedRows
  DESIGNS = 10

  module_function

  def memory(stored)
    Served.open do |served|
      diagram = stored.model.all(:diagram).find { |each| each.stage == "logical" }.id
      [ "diagrams/#{diagram}", "findings?count=yes&stage=logical", "elements/#{stored.model.all(:entity).first.id}" ]
        .each { |path| served.visit("/models/#{stored.id}/#{path}") }
      served.memory
    end
  end

  def with_designs
    stored = Subjects.store(Subjects.large)
    DESIGNS.times do |number|
      derived = Kelvath::Derivation.derive(stored.model, platform: "postgresql", ids: Ids, name: "Design #{number}")
      stored.journal.commit(derived.change_set, by: "Bench", label: "Derived", follow: false)
    end
    stored
  end
end

Figures.row("logical side of a model with #{OpenedRows::DESIGNS} designs of 1,000 tables, beside one with none",
            unit: "MB", goal: "<= 1.2 x") do
  ours, bare = OpenedRows.memory(OpenedRows.with_designs), OpenedRows.memory(Subjects.store(Subjects.large))
  [ ours, bare, ours <= bare * 1.2 ]
end

Figures.row("memory after #{MemoryRows::EDITS} edits, beside that after #{MemoryRows::FIRST}", unit: "MB",
            goal: "<= 1.3 x") do
  early, late = IO.popen([ "bin/rails", "runner", MemoryRows::WORK ], &:read).lines.map(&:to_f)
  [ late, early, late <= early * 1.3 ]
end
