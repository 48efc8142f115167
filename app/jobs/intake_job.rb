# frozen_string_literal: true

# Takes an SQLite file in: catalog, design, logical side, diagrams, in one commit.
class IntakeJob < ActiveJob::Base
  # path: a file of ours, never one named by a request.
  def perform(run, path)
    run.carry_out do |progress|
      catalog = SqliteFile.read(path) { |file| Kelvath::Intake.catalog("sqlite", file, progress:) }
      raise Kelvath::UnreadableFile, "This database has no tables; there is nothing to take in." if catalog.tables.empty?

      choice = NamingStandard::Choice.new(**run.options.symbolize_keys)
      change_set, design_id, log = Kelvath::Starting.from_catalog(run.title, catalog, platform: "sqlite", ids: Ids, standard: choice.standard, follows: choice.fields, progress:)
      progress.step(catalog.tables.size, catalog.tables.size, "writing #{change_set.size} elements")
      stored = StoredModel.start(run.title, by: run.person, label: "Took in #{run.title} with #{catalog.tables.size} tables", change_set:)
      run.update!(stored_model: stored, design_id:)
      { log: log.map(&:to_h), counts: Kelvath::Summary.of(change_set) }
    end
  ensure
    File.delete(run.upload_path) if File.exist?(run.upload_path)
  end
end
