# frozen_string_literal: true

# Runs a design's script on a throwaway database, reads it back and compares.
class ProofWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result.
  def call(progress)
    model = @run.stored_model.model
    @run.remove_files
    design = model.fetch(@run.design_id, :design)
    prove(model, design, Kelvath::Ddl.script(model, design.id), progress)
  rescue StatementFailed => error
    @run.remove_files
    { failed: error.message, sql: error.statement.sql, line: error.statement.line }
  end

  private

  def prove(model, design, script, progress)
    connector = Connectors.file(design.platform)
    statements = connector.create(@run.database_path) { |database| database.run(script, progress:) }
    catalog = connector.read(@run.database_path) do |database|
      Kelvath::Intake.catalog(design.platform, database, progress:)
    end
    differences = Kelvath::Proof.differences(model, @run.design_id, catalog, ids: Ids)
    { statements:, revision: @run.stored_model.revision, counts: Kelvath::Summary.of_catalog(catalog),
      differences: differences.map do |each|
        { kind: each.kind, path: each.path, field: each.field, design: each.left, database: each.right }
      end }
  end
end
