# frozen_string_literal: true

# Reads a script, a zip of some, or a database, to see what is new in it for a model that is there. Nothing of the
# model changes: what was read is kept beside it, for JoiningPage.
class JoiningWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    catalog, key, counts = @run.options["connection"] ? of_database(progress) : of_script(progress)
    choice = NamingStandard::Choice.new(**@run.options.symbolize_keys.slice(*NamingStandard::Choice.members))
    read, log = Kelvath::Joining.read(catalog, platform: key, ids: Ids, model:, design_id: @design&.id,
                                               standard: choice.standard)
    digest = ReadState.keep(read.elements.values)
    { digest:, design_id: @design&.id, log: log.map(&:to_h), counts: }
  ensure
    @run.remove_files
  end

  private

  # [Catalog, its platform's key, counts]
  def of_script(progress)
    platform = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = ScriptFiles.read(@run.upload_path, platform:, otherwise: expected, progress:)
    @design = design(result.platform, result.why)
    [ ReadingWork.settled(result, @run), result.platform.key, result.counts ]
  end

  def of_database(progress)
    catalog, connection, = TakingWork.catalog(@run, progress)
    @design = design(Kelvath::Platforms.fetch(connection.platform), "The connection says so.")
    [ catalog, connection.platform, Kelvath::Summary.of_catalog(catalog) ]
  end

  def model = @model ||= @run.stored_model.model

  # The platform that it is taken for if its words tell nothing: that of the design, or of the only one.
  def expected
    designs = @run.design_id ? [ model.fetch(@run.design_id, :design) ] : model.all(:design)
    Kelvath::Platforms.fetch(designs.first.platform) if designs.one? && !@run.options["beside"]
  end

  # The design that it goes into, nil for a new one.
  def design(platform, why)
    return if @run.options["beside"]

    chosen = @run.design_id && model.fetch(@run.design_id, :design)
    return model.all(:design).find { |each| each.platform == platform.key } unless chosen
    return chosen if chosen.platform == platform.key

    raise Kelvath::Error, "#{chosen.name} is for #{Kelvath::Platforms.of(model, chosen).title}, and this is " \
                          "for #{platform.title}: #{why} Say whose it is, or let it become a new design."
  end
end
