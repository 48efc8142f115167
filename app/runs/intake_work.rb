# frozen_string_literal: true

# Takes an SQLite file in: catalog, design, logical side, diagrams. The model is there when the run is done, and
# the run is done when the model is there: one transaction says both.
class IntakeWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    catalog = SqliteFile.read(@run.upload_path) { |file| Kelvath::Intake.catalog("sqlite", file, progress:) }
    raise Kelvath::UnreadableFile, "This database has no tables; there is nothing to take in." if catalog.tables.empty?

    write(*taken(catalog, progress), catalog.tables.size, progress)
  ensure
    @run.remove_files
  end

  private

  def taken(catalog, progress)
    choice = NamingStandard::Choice.new(**@run.options.symbolize_keys)
    Kelvath::Starting.from_catalog(@run.title, catalog, platform: "sqlite", ids: Ids, standard: choice.standard, follows: choice.fields, progress:)
  end

  def write(change_set, design_id, log, tables, progress)
    result = { log: log.map(&:to_h), counts: Kelvath::Summary.of(change_set) }
    StoredModel.start(@run.title, by: @run.person, label: "Took in #{@run.title} with #{tables} tables", change_set:, progress:) do |stored|
      @run.finish(result, stored_model: stored, design_id:)
    end
    result
  end
end
