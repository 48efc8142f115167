# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/served"
require_relative "../support/editors"
require_relative "../../demo/hollin_sound_ferries"

# Rows of people who work at the same time: all write into one model.
module LoadSubjects
  SECONDS = 20

  module_function

  def ferries = @ferries ||= StoredModel.start("Ferries", by: "Bench", label: "Loaded", change_set: Demo::HollinSoundFerries.change_set(ids: Ids))
  def large = @large ||= Subjects.store(Subjects.large)
  def diagram(stored) = stored.model.all(:diagram).find { |diagram| diagram.stage == "logical" }.id

  # What 20 editors of a model came to, worked out once.
  def tally(name)
    (@tallies ||= {})[name] ||= Served.open do |served|
      stored = send(name)
      served.visit("/models/#{stored.id}/diagrams/#{diagram(stored)}")
      Editors.new(served, stored, diagram_id: diagram(stored)).work(SECONDS)
    end
  end

  def slowest(name) = Editors.percentile(tally(name).writes, 0.95)
  def failures(name) = tally(name).failures.size
end

Figures.row("20 editors of one small model: requests answered", unit: "/s", goal: ">= 25 /s") do
  ours = LoadSubjects.tally(:ferries).statuses.sum { |_, count| count } / LoadSubjects::SECONDS.to_f
  [ ours, nil, ours >= 25 ]
end

Figures.row("20 editors of one small model: 95 of 100 writes", unit: "s", goal: "<= 1 s") { LoadSubjects.slowest(:ferries).then { |ours| [ ours, nil, ours <= 1 ] } }
Figures.row("20 editors of one small model: server failures", unit: "", goal: "0") { LoadSubjects.failures(:ferries).then { |ours| [ ours, nil, ours.zero? ] } }
Figures.row("20 editors of 1,000 entities: 95 of 100 writes", unit: "s", goal: "<= 2 s") { LoadSubjects.slowest(:large).then { |ours| [ ours, nil, ours <= 2 ] } }
Figures.row("20 editors of 1,000 entities: server failures", unit: "", goal: "0") { LoadSubjects.failures(:large).then { |ours| [ ours, nil, ours.zero? ] } }
