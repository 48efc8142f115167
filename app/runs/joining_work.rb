# frozen_string_literal: true

# Reads a script, or a zip of some, to see what is new in it for a model that is there. Nothing of the model changes:
# what was read is kept beside it, for JoiningPage.
class JoiningWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    platform = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = ScriptFiles.read(@run.upload_path, platform:, otherwise: expected, progress:)
    design = design(result)
    catalog = ReadingWork.settled(result, @run)
    choice = NamingStandard::Choice.new(**@run.options.symbolize_keys.slice(:lexicon, :rulebook))
    read, log = Kelvath::Joining.read(catalog, platform: result.platform.key, ids: Ids, model:, design_id: design&.id,
                                               standard: choice.standard)
    digest = ReadState.keep(read.elements.values)
    { digest:, design_id: design&.id, log: log.map(&:to_h), counts: result.counts }
  ensure
    @run.remove_files
  end

  private

  def model = @model ||= @run.stored_model.model

  # The platform that it is taken for if its words tell nothing: that of the design, or of the only one.
  def expected
    designs = @run.design_id ? [ model.fetch(@run.design_id, :design) ] : model.all(:design)
    Kelvath::Platforms.fetch(designs.first.platform) if designs.one? && !@run.options["beside"]
  end

  # The design that it goes into, nil for a new one.
  def design(result)
    return if @run.options["beside"]

    chosen = @run.design_id && model.fetch(@run.design_id, :design)
    return model.all(:design).find { |each| each.platform == result.platform.key } unless chosen
    return chosen if chosen.platform == result.platform.key

    raise Kelvath::Error, "#{chosen.name} is for #{Kelvath::Platforms.of(model, chosen).title}, and the script is " \
                          "for #{result.platform.title}: #{result.why} Say whose it is, or let it become a new design."
  end
end
