# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/old_database"
require_relative "../../demo/words"

# Through a run in a process of its own, as people start it: catalog, both sides, diagrams, the model written.
Figures.row("intake of a database of 10,000 tables", unit: "s", goal: "<= 60 s") do
  run = Run.create!(kind: "intake", title: "Old", person: "Bench")
  OldDatabase.write(run.upload_path, tables: 10_000)
  ours = Figures.seconds(runs: 1) { run.in_process }
  raise run.message if run.reload.failed?

  [ ours, nil, ours <= 60 ]
end

# Linear would be 4; the reference is four times the time for 1,000.
Figures.row("intake of 4,000 tables, beside four times that of 1,000", unit: "s", goal: "<= 1.5 x") do
  small, large = [ 1000, 4000 ].map do |tables|
    Dir.mktmpdir do |folder|
      path = OldDatabase.write(File.join(folder, "old.sqlite"), tables:)
      Figures.seconds(runs: 1) do
        catalog = SqliteFile.read(path) { |file| Kelvath::Intake.catalog("sqlite", file) }
        Kelvath::Starting.from_catalog("Old", catalog, platform: "sqlite", ids: Ids)
      end
    end
  end
  [ large, small * 4, large <= small * 6 ]
end

Figures.row("a naming run of 18,455 names, taken and written", unit: "s", goal: "<= 3 s") do
  lexicon = StoredModel.start("Words", by: "Bench", label: "Loaded", change_set: Demo::Words.change_set(ids: Ids),
                              sort: "lexicon")
  rulebook = StoredModel.start("Short names", by: "Bench", label: "Loaded", change_set: Kelvath::Naming::Shipped
    .begin("short", "Short names", ids: Ids), sort: "rulebook")
  [ lexicon, rulebook ].each { |each| each.release(by: "Bench") }
  stored = Subjects.stored
  ours = Figures.seconds(runs: 1) do
    page = NamingPage.new(stored, stored.model, { lexicon: lexicon.id, rulebook: rulebook.id,
                                                  design: Subjects.derived.design_id, show: "all" })
    stored.journal.commit(page.change(taken: page.rows.map(&:id), edited: {}), by: "Bench", label: "Named",
                          follow: false)
  end
  stored.journal.undo(by: "Bench")
  [ ours, nil, ours <= 3 ]
end

# What people call the longest thing they ever pasted.
{ "a definition of 500,000 characters on a card" =>
    -> { Kelvath::Diagram::Font.weight(400).wrap("word " * 100_000, 11.5, 170, most: 3) },
  "1,000 sentences read" => -> { Kelvath::Prose::Reader.new(Kelvath::Model::EMPTY, ids: Ids)
    .read((1..1000).map { |number| "Each Thing#{number} may make many Others#{number}." }.join(" ")) },
  "a line of 4,000 quotation marks" =>
    -> { Kelvath::Prose::QuickLine.read(Kelvath::Model::EMPTY, "“" * 4000, ids: Ids) rescue Kelvath::Error },
  "a check over 30,000 values" => -> {
    Kelvath::Ddl::Piece.new("x IN (#{(1..30_000).map { |number| "'é#{number}'" }.join(',')})", :expression).fault
  } }.each do |title, work|
  Figures.row(title, unit: "s", goal: "<= 2 s") do
    Figures.seconds { work.call }.then { |ours| [ ours, nil, ours <= 2 ] }
  end
end
