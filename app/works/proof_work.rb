# frozen_string_literal: true

require Rails.root.join("lib/proof_servers")

# Runs a design's script on a throwaway database, reads it back and compares: an SQLite file, or a database on a proof
# server of this machine. Where no engine runs, the script itself is read again instead, which is no proof and is not
# called one.
class ProofWork
  SLOWEST = 200 # statements whose time is told, the longest first

  # Can scripts for a platform be proved here now?
  def self.possible?(platform) = !Connectors.file(platform).nil? || !ProofServers.port(platform).nil?

  def initialize(run)
    @run = run
  end

  # Answers the run's result.
  def call(progress)
    @progress = progress
    @model = @run.stored_model.model
    @run.remove_files
    @design = @model.fetch(@run.design_id, :design)
    prove
  rescue StatementFailed => error
    @run.remove_files
    { failed: error.message, sql: error.statement.sql, line: error.statement.line,
      element: error.statement.element_id, digest: digest }
  end

  private

  attr_reader :model, :progress, :design

  def recipe = @recipe ||= Kelvath::Scripting::Recipes.fetch(model, @run.options["recipe"].presence || "recipe-create")
  def script = @script ||= Kelvath::Scripting::Composition.new(model, design.id, recipe).script
  def digest = Digest::SHA256.hexdigest(script.text)

  def prove
    @times = []
    return read_back unless self.class.possible?(design.platform)

    statements, catalog = Connectors.file(design.platform) ? on_file : on_server
    differences = Kelvath::Proof.differences(model, design.id, catalog, ids: Ids, script:)
    { statements:, revision: @run.stored_model.revision, digest:, recipe: recipe.name, twice: recipe.repeatable,
      engine: "#{Kelvath::Platforms.fetch(design.platform).title} #{catalog.version}".strip,
      slowest: @times.max_by(SLOWEST, &:first).map { |ms, each| [ ms, "#{each.kind} #{each.name}", each.line ] },
      counts: Kelvath::Summary.of_catalog(catalog), differences: told(differences) }
  end

  def told(differences)
    differences.map do |each|
      { kind: each.kind, path: each.path, field: each.field, design: each.left, database: each.right }
    end
  end

  # By the reader of scripts, as if they were somebody else's.
  def read_back
    source = Kelvath::Reading::Source.new(name: "", text: script.text)
    platform = Kelvath::Platforms.fetch(design.platform).at(design.version)
    catalog = Kelvath::Reading.read([ source ], platform:, progress:).catalog
    differences = Kelvath::Proof.differences(model, design.id, catalog, ids: Ids, script:)
    { read_back: true, statements: script.statements.size, revision: @run.stored_model.revision, digest:,
      recipe: recipe.name, counts: Kelvath::Summary.of_catalog(catalog), differences: told(differences),
      unread: catalog.log.select { |each| each.level == :warning }.map { |each| [ each.line, each.message ] } }
  end

  # [statements that were run, the Catalog of what they made]; what can run twice does.
  def on_file
    connector = Connectors.file(design.platform)
    statements = connector.create(@run.database_path) do |database|
      database.run(script, progress:).tap { database.run(script) if recipe.repeatable }
    end
    [ statements, connector.read(@run.database_path) { |database|
      Kelvath::Intake.catalog(design.platform, database, progress:)
    } ]
  end

  def on_server
    port = ProofServers.port(design.platform) or
      raise Kelvath::Error, "No proof server for #{design.platform} is running here; bin/proof-servers starts one."

    Connectors.server(design.platform).throwaway(port) do |server|
      statements = server.run_handed_out(script, progress:, times: @times)
      server.run_handed_out(script) if recipe.repeatable
      [ statements, Kelvath::Intake.catalog(design.platform, server, progress:) ]
    end
  end
end
