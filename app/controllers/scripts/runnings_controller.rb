# frozen_string_literal: true

# Runs what was looked at, and cleans up after a run that could not.
class RunningsController < ApplicationController
  # run: of the preparation; name: of the database, where anything would be lost.
  def create
    prepared = Run.find_by!(id: params[:run_id], kind: "preparing", state: "done")
    if prepared.result["destroys"] && params[:name].to_s != prepared.result["database"]
      raise Kelvath::Error, "Something would be lost there: type the name of the database, " \
                            "“#{prepared.result['database']}”, to run it."
    end

    run = prepared.stored_model.runs.create!(kind: "running", title: prepared.title, person:,
                                             design_id: prepared.design_id,
                                             options: { prepared: prepared.id, **prepared.options.slice("connection") })
    start(run)
  end

  # Checks and cleans.
  def update
    unclean = Run.find_by!(id: params[:run_id], kind: "running")
    raise Kelvath::Error, "There is nothing to clean up after it." unless unclean.unclean?

    start(unclean.cleaning(person))
  end

  private

  def start(run)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end
end
