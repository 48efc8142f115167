# frozen_string_literal: true

# Runs a design's script on a throwaway SQLite database, reads it back and compares.
class ProofJob < ActiveJob::Base
  def perform(run)
    run.carry_out do |progress|
      model = run.stored_model.model
      script = Kelvath::Ddl.script(model, run.design_id)
      FileUtils.rm_f(run.database_path)
      prove(run, model, script, progress)
    end
  rescue ActiveRecord::RecordNotFound
    nil
  end

  private

  def prove(run, model, script, progress)
    statements = SqliteFile.create(run.database_path) { |database| database.run(script, progress:) }
    catalog = SqliteFile.read(run.database_path) { |database| Kelvath::Intake.catalog("sqlite", database, progress:) }
    differences = Kelvath::Proof.differences(model, run.design_id, catalog, ids: Ids)
    { statements:, revision: run.stored_model.revision, counts: Kelvath::Summary.of_catalog(catalog),
      differences: differences.map { |each| { kind: each.kind, path: each.path, field: each.field, design: each.left, database: each.right } } }
  rescue SqliteFile::Failed => error
    FileUtils.rm_f(run.database_path)
    { failed: error.message, sql: error.statement.sql, line: error.statement.line }
  end
end
