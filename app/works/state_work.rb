# frozen_string_literal: true

# Reads a state that a script is to begin at: from a model file, a script, a database file, or a database on a server.
# Where a database is at hand, the rows that the script would cost are counted.
class StateWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    @progress = progress
    @design = model.fetch(@run.design_id, :design)
    @run.options["connection"] ? over_connection : from_file
  ensure
    @run.remove_files
  end

  private

  def model = @model ||= @run.stored_model.model
  def platform = @design.platform

  def from_file
    head = File.binread(@run.upload_path, 200).to_s
    return from_model_file if head.lstrip.start_with?("{")

    head.start_with?(SqliteFile::MAGIC) ? from_database_file : from_script
  end

  def from_script
    result = ScriptFiles.read(@run.upload_path, platform: Kelvath::Platforms.fetch(platform), progress: @progress)
    kept(Kelvath::Altering::Side.of_catalog(result.catalog, platform, ids: Ids), told: false, counts: {})
  end

  def from_database_file
    connector = Connectors.of_file(@run.upload_path)
    unless connector.platform == platform
      raise Kelvath::Error, "This is a database file of #{Kelvath::Platforms.fetch(connector.platform).title}; " \
                            "#{@design.name} is for #{Kelvath::Platforms.fetch(platform).title}."
    end

    connector.read(@run.upload_path) { |file| told(file) }
  end

  def from_model_file
    other = Kelvath::Interchange::ModelFile.read(File.read(@run.upload_path, encoding: "UTF-8"))
    designs = other.all(:design).select { |each| each.platform == platform }
    found = designs.find { |each| each.id == @design.id || each.name.casecmp?(@design.name) } || designs.last
    raise Kelvath::Error, "This model has no design for #{Kelvath::Platforms.fetch(platform).title}." unless found

    parts = Kelvath::Derivation::Again::Parts.of(other, found.id).values
    { digest: ReadState.keep([ found, *parts ]), told: false, counts: {} }
  end

  def over_connection
    connection = Connection.seen_by(@run.person).find(@run.options["connection"])
    Connectors.reach(connection.target(@run.person)) { |database| told(database) }
  end

  # What a database says of itself; database: a connector.
  def told(database)
    catalog = Kelvath::Intake.catalog(platform, database, progress: @progress)
    side = Kelvath::Altering::Side.of_catalog(catalog, platform, ids: Ids)
    kept(side, told: true, counts: counts(side, database))
  end

  def kept(side, **rest) = { digest: ReadState.keep(KeptSide.elements(side)), **rest }

  # { words of a loss => rows concerned }
  def counts(side, database)
    goal = Kelvath::Altering::Side.new(model:, design_id: @design.id)
    answers = Kelvath::Altering::Answers.of(model, @design.id)
    losses = Kelvath::Altering.between(side, goal, answers:).losses.select(&:count)
    losses.each_with_index.to_h do |loss, index|
      @progress.step(index, losses.size, "counting rows")
      [ loss.words, database.counted(loss.count) ]
    end
  end
end
