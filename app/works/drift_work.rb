# frozen_string_literal: true

# Looks whether a design and the database that it came from have drifted apart; nothing of either is changed.
class DriftWork
  def initialize(run)
    @run = run
  end

  # [the Source's counts, { "new", "gone", "changed" => how many }, the Kelvath::Altering::Side of what is there], by
  # reading it as a person. Raises Kelvath::Error.
  def self.look(source, person, progress: Kelvath::Progress.none)
    connection = source.connection or
      raise Kelvath::Error, "The connection that it was read by is gone."
    settings = IntakeSettings.new(source.settings)
    catalog = Connectors.reach(connection.target(person)) do |database|
      Kelvath::Intake.catalog(connection.platform, database, progress:, scope: settings.scope)
    end
    model = source.stored_model.model
    read, = Kelvath::Joining.read(catalog, platform: connection.platform, ids: Ids, model:, design_id: source.design_id,
                                           standard: settings.standard.standard)
    plan = Kelvath::Joining::Plan.new(model, read, design_id: source.design_id, scope: settings.scope)
    counts = %w[new gone changed].index_with { |way| plan.offers.count { |offer| offer.way.to_s == way } }
    [ counts, Kelvath::Altering::Side.of_catalog(catalog, connection.platform, ids: Ids) ]
  end

  # Looks, and notes what came of it. Answers the counts; the block gets the Side. Raises Kelvath::Error.
  def self.check(source, person, progress: Kelvath::Progress.none)
    counts, side = look(source, person, progress:)
    source.found(counts)
    yield side if block_given?
    counts
  rescue Kelvath::Error => error
    source.troubled(error.message)
    raise
  end

  # Answers the run's result.
  def call(progress)
    source = Source.find_by!(model_id: @run.model_id, design_id: @run.design_id)
    digest = nil
    counts = self.class.check(source, @run.person, progress:) { |side|
      digest = ReadState.keep(KeptSide.elements(side)) }
    { counts:, digest:, told: true }
  end
end
