# frozen_string_literal: true

# Reads a database over a connection. Nothing becomes a model until somebody says so: what was read is kept beside.
class TakingWork
  def initialize(run)
    @run = run
  end

  # The Kelvath::Intake::Catalog of what a Run's settings choose, over its connection. Raises Kelvath::Error.
  def self.catalog(run, progress)
    connection = Connection.seen_by(run.person).find(run.options.fetch("connection"))
    settings = IntakeSettings.new(run.options.fetch("settings"))
    catalog = Connectors.reach(connection.target(run.person)) do |database|
      Kelvath::Intake.catalog(connection.platform, database, progress:, scope: settings.scope)
    end
    [ catalog, connection, settings ]
  end

  # The same of the answers to a questionnaire, which were sent in a zip. Raises Kelvath::Error.
  def self.answered(run, progress)
    platform = Kelvath::Platforms.fetch(run.options.fetch("questionnaire"))
    files = ScriptArchive.scripts(File.binread(run.upload_path), names: /\.csv\z/i, what: "answers (*.csv)")
    answers = files.to_h { |name, text| [ File.basename(name), text.force_encoding(Encoding::UTF_8).scrub("?") ] }
    query = Kelvath::Intake::Questionnaire.new(platform).query(answers)
    [ Kelvath::Intake.catalog(platform.key, query, progress:), platform.key,
      IntakeSettings.new(run.options["settings"]) ]
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    catalog, platform, settings = read(progress)
    if [ catalog.tables, catalog.views, catalog.sequences, catalog.routines ].all?(&:empty?)
      raise Kelvath::Error, "Nothing of what was chosen is there; there is nothing to take in."
    end

    standard = settings.standard
    taken = Kelvath::Starting.from_catalog(@run.title, catalog, platform:, ids: Ids,
                                           standard: standard.standard, follows: standard.fields,
                                           logical: settings.logical?, layout: settings.layout,
                                           stars: settings.stars?, progress:, beside: Beside.method(:begin))
    KeptBase.keep(taken.base) if taken.base
    { digest: ReadState.keep(taken.change_set.additions), design_id: taken.design_id,
      log: taken.log.map(&:to_h), counts: Kelvath::Summary.of(taken.change_set) }
  ensure
    @run.remove_files
  end

  private

  # [Catalog, platform's key, IntakeSettings]
  def read(progress)
    return self.class.answered(@run, progress) if @run.options["questionnaire"]

    catalog, connection, settings = self.class.catalog(@run, progress)
    [ catalog, connection.platform, settings ]
  end
end
