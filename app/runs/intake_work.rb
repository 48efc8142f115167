# frozen_string_literal: true

# Takes a database file in: catalog, design, logical side, diagrams. The model is there when the run is done, and
# the run is done when the model is there: one transaction says both.
class IntakeWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    catalog = catalog(progress)
    write(taken(catalog, progress), catalog.tables.size, progress)
  ensure
    @run.remove_files
  end

  private

  def catalog(progress)
    connector = Connectors.of_file(@run.upload_path)
    @platform = connector.platform
    catalog = connector.read(@run.upload_path) { |file| Kelvath::Intake.catalog(@platform, file, progress:) }
    return catalog if catalog.tables.any?

    raise Kelvath::UnreadableFile, "This database has no tables; there is nothing to take in."
  end

  def taken(catalog, progress)
    choice = NamingStandard::Choice.new(**@run.options.symbolize_keys.except(:platform, :left_out))
    Kelvath::Starting.from_catalog(@run.title, catalog, platform: @platform, ids: Ids, standard: choice.standard,
                                   follows: choice.fields, progress:, beside: Beside.method(:begin))
  end

  def write(taken, tables, progress)
    result = { log: taken.log.map(&:to_h), counts: Kelvath::Summary.of(taken.change_set) }
    label = "Took in #{@run.title} with #{tables} tables"
    StoredModel.start(@run.title, by: @run.person, label:, change_set: taken.change_set, model: taken.model,
                      progress:) do |stored|
      KeptBase.keep(taken.base)
      @run.finish(result, stored_model: stored, design_id: taken.design_id)
    end
    result
  end
end
