# frozen_string_literal: true

# Tries a script that alters, there and back, on a throwaway database with rows of its own making.
class TrialWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result.
  def call(progress)
    stored = @run.stored_model
    model = stored.model
    page = AlterationPage.new(stored, model, model.fetch(@run.design_id, :design), from: @run.options["from"],
                                                                                   recipe: @run.options["recipe"])
    @alteration = page.whole
    refuse_open_questions
    TrialEngine.open(page.design.platform, progress:) do |engine|
      @trial = Kelvath::Altering::Trial.new(@alteration, engine, ids: Ids)
      account = @trial.call
      { digest:, revision: stored.revision, there: told(account.there), back: told(account.back) }
    end
  rescue StatementFailed => error
    { failed: "#{@trial.place.capitalize}: #{error.message}", sql: error.statement.sql, line: error.statement.line,
      element: error.statement.element_id, digest: }
  end

  private

  def digest = Digest::SHA256.hexdigest(@alteration.script.text)

  def refuse_open_questions
    open = [ @alteration, @alteration.reverse ].flat_map(&:questions).find(&:needed) or return
    raise Kelvath::Error, "#{open.words} Answer that first; then it can be tried."
  end

  def told(leg)
    { statements: leg.statements, rows: leg.rows, astray: leg.astray, differences: leg.differences.map(&:to_s) }
  end
end
