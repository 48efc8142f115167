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
    write(taking(catalog, progress), catalog.tables.size, progress)
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

  def taking(catalog, progress)
    choice = NamingStandard::Choice.new(**@run.options.symbolize_keys.except(:platform, :left_out))
    Kelvath::Starting.taking(@run.title, catalog, platform: @platform, ids: Ids, standard: choice.standard,
                             follows: choice.fields, progress:, beside: Beside.method(:begin))
  end

  # What it holds is written while its base is still being worked out.
  def write(taking, tables, progress)
    taken = taking.taken
    result = { log: taken.log.map(&:to_h), counts: Kelvath::Summary.of(taken.change_set) }
    label = "Took in #{@run.title} with #{tables} tables"
    StoredModel.start(@run.title, by: @run.person, label:, change_set: taken.change_set, model: taken.model,
                      rest: -> { taking.rest }, progress:) do |stored|
      KeptBase.keep(taking.base)
      @run.finish(result, stored_model: stored, design_id: taken.design_id)
    end
    result
  end
end
