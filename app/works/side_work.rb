# frozen_string_literal: true

# Reads what a model is to be compared with: a model file, a script, a database file, or a database on a server. What
# was read is kept beside the model.
class SideWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    @progress = progress
    @run.options["connection"] ? over_connection : from_file
  ensure
    @run.remove_files
  end

  private

  def from_file
    head = File.binread(@run.upload_path, 200).to_s
    return from_model_file if head.lstrip.delete_prefix("\xEF\xBB\xBF".b).start_with?("{")

    head.start_with?(SqliteFile::MAGIC) ? from_database_file : from_script
  end

  def from_model_file
    model = Kelvath::Interchange::ModelFile.read(File.read(@run.upload_path, encoding: "UTF-8"))
    { digest: ReadState.keep(model.elements.values), told: false }
  end

  def from_script
    otherwise = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = ScriptFiles.read(@run.upload_path, otherwise:, progress: @progress)
    kept(Kelvath::Altering::Side.of_catalog(result.catalog, result.platform.key, ids: Ids), told: false)
  end

  def from_database_file
    connector = Connectors.of_file(@run.upload_path)
    connector.read(@run.upload_path) { |file| told(connector.platform, file) }
  end

  def over_connection
    connection = Connection.seen_by(@run.person).find(@run.options["connection"])
    Connectors.reach(connection.target(@run.person)) { |database| told(connection.platform, database) }
  end

  def told(platform, database)
    catalog = Kelvath::Intake.catalog(platform, database, progress: @progress)
    kept(Kelvath::Altering::Side.of_catalog(catalog, platform, ids: Ids), told: true)
  end

  def kept(side, told:)
    { digest: ReadState.keep(KeptSide.elements(side)), design_id: side.design_id, told: }
  end
end
