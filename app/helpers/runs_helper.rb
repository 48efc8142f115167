# frozen_string_literal: true

# What is said of runs on somebody's database.
module RunsHelper
  # A run that failed, in a sentence.
  def run_headline(result)
    return "It failed at its very end, and all of it stands" if result["stands"]
    return "It failed; what it has left was left as it is, by #{result['left_by']}" if result["left_by"]
    return "It failed, and the database is not as it was" unless result["clean"]

    result["lost"].present? ? "It failed; all is there again, but not what was in it" :
                              "It failed, and the database is as it was before"
  end

  # The same of a cleaning.
  def cleaning_headline(result)
    return "The run had come to its end: all of it stands" if result["stands"]
    return "The database is not as it was before that run" unless result["clean"]

    result["lost"].present? ? "All is there again as before that run, but not what was in it" :
                              "The database is as it was before that run"
  end

  # What of a drift may be a new name only, as questions.
  def drift_pairs(run)
    return [] unless run.result["digest"]

    model = run.stored_model.model
    goal = Kelvath::Altering::Side.new(model:, design_id: run.design_id)
    answers = Kelvath::Altering::Answers.of(model, run.design_id)
    Kelvath::Altering.between(ReadState.side(run), goal, answers:).questions.select(&:lost).map(&:words)
  rescue Kelvath::Error
    [] # what was read, or the design, is gone
  end

  # The name of the database to which a run's connection leads now.
  def run_database(run) = Connection.find_by(id: run.options["connection"])&.database
end
