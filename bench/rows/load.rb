# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/served"
require_relative "../support/editors"
require_relative "../support/soak"
require_relative "../../demo/hollin_sound_ferries"

# Rows of people who work at the same time: all write into one model.
module LoadSubjects
  SECONDS = 20

  module_function

  def ferries
    @ferries ||= StoredModel.start("Ferries", by: "Bench", label: "Loaded",
                                   change_set: Demo::HollinSoundFerries.change_set(ids: Ids))
  end

  def large = @large ||= Subjects.store(Subjects.large)
  def diagram(stored) = stored.model.all(:diagram).find { |diagram| diagram.stage == "logical" }.id

  # What 20 editors of a model came to, worked out once.
  def tally(name)
    (@tallies ||= {})[name] ||= Served.open do |served|
      stored = send(name)
      # Somebody has it open already, as a browser does: the page asks for what was found.
      [ "diagrams/#{diagram(stored)}", "findings?count=yes&stage=logical" ].each do |path|
        served.visit("/models/#{stored.id}/#{path}")
      end
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

Figures.row("20 editors of one small model: 95 of 100 writes", unit: "s", goal: "<= 1 s") do
  LoadSubjects.slowest(:ferries).then { |ours| [ ours, nil, ours <= 1 ] }
end
Figures.row("20 editors of one small model: server failures", unit: "", goal: "0") do
  LoadSubjects.failures(:ferries).then { |ours| [ ours, nil, ours.zero? ] }
end
Figures.row("20 editors of 1,000 entities: 95 of 100 writes", unit: "s", goal: "<= 2 s") do
  LoadSubjects.slowest(:large).then { |ours| [ ours, nil, ours <= 2 ] }
end
Figures.row("20 editors of 1,000 entities: server failures", unit: "", goal: "0") do
  LoadSubjects.failures(:large).then { |ours| [ ours, nil, ours.zero? ] }
end

# Three minutes, and again with the server killed in the middle; both on the demo with a design.
module SoakRows
  SECONDS = Integer(ENV.fetch("SOAK_SECONDS", 180))

  module_function

  def outcome(kill)
    (@outcomes ||= {})[kill] ||= begin
      stored = StoredModel.start("Soak", by: "Bench", label: "Loaded",
                                 change_set: Demo::HollinSoundFerries.change_set(ids: Ids))
      design = Kelvath::Starting.design(stored.model, platform: "sqlite", ids: Ids)
      stored.journal.commit(design.change_set, by: "Bench", follow: false)
      Soak.new(stored, LoadSubjects.diagram(stored), design.design_id).run(SECONDS, kill:)
    end
  end
end

{ "soak of #{SoakRows::SECONDS} s" => false, "soak, server killed in the middle" => true }.each do |title, kill|
  Figures.row("#{title}: answers that say the server failed", unit: "", goal: "0") do
    outcome = SoakRows.outcome(kill)
    outcome.failures.first(3).each { |failure| warn failure }
    [ outcome.failures.size, nil, outcome.failures.empty? && outcome.requests.positive? ]
  end
  Figures.row("#{title}: journal, tables and file are one", unit: "", goal: "1") do
    SoakRows.outcome(kill).whole.then { |whole| [ whole ? 1 : 0, nil, whole ] }
  end
end
Figures.row("soak: memory at the end beside that of the start", unit: "x", goal: "<= 1.3 x") do
  SoakRows.outcome(false).growth.then { |ours| [ ours, nil, ours <= 1.3 ] }
end
Figures.row("soak: intakes and proof runs done beside it", unit: "", goal: ">= 10") do
  SoakRows.outcome(false).runs.then { |ours| [ ours, nil, ours >= 10 ] }
end
