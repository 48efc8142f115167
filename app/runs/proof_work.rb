# frozen_string_literal: true

# Runs a design's script on a throwaway SQLite database, reads it back and compares.
class ProofWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result.
  def call(progress)
    model = @run.stored_model.model
    @run.remove_files
    prove(model, Kelvath::Ddl.script(model, @run.design_id), progress)
  rescue SqliteFile::Failed => error
    @run.remove_files
    { failed: error.message, sql: error.statement.sql, line: error.statement.line }
  end

  private

  def prove(model, script, progress)
    statements = SqliteFile.create(@run.database_path) { |database| database.run(script, progress:) }
    catalog = SqliteFile.read(@run.database_path) { |database| Kelvath::Intake.catalog("sqlite", database, progress:) }
    differences = Kelvath::Proof.differences(model, @run.design_id, catalog, ids: Ids)
    { statements:, revision: @run.stored_model.revision, counts: Kelvath::Summary.of_catalog(catalog),
      differences: differences.map { |each| { kind: each.kind, path: each.path, field: each.field, design: each.left, database: each.right } } }
  end
end
