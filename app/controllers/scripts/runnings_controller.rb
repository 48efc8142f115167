# frozen_string_literal: true

# Runs what was looked at, and cleans up after a run that could not.
class RunningsController < ApplicationController
  # run: of the preparation; name: of the database, where anything would be lost.
  def create
    prepared = Run.find_by!(id: params[:run_id], kind: "preparing", state: "done")
    want_name(prepared, "to run it") if prepared.result["destroys"]
    start(prepared.running(person))
  end

  # Checks and cleans. name: of the database, agreed: the digest of what was shown, where rows would go.
  def update
    unclean = unclean_run
    agreed = unclean.result.to_h["agreeing"]
    if params[:agreed].present?
      raise Kelvath::Error, "What would go is not what you saw; check again." unless params[:agreed] == agreed

      want_name(unclean, "to take it back")
    end
    start(unclean.cleaning(person, agreed: params[:agreed].presence))
  end

  # What the run has left stays as it is.
  def destroy
    run = unclean_run
    run.leave(person)
    redirect_to run_path(run), status: :see_other
  end

  private

  def unclean_run
    run = Run.find_by!(id: params[:run_id], kind: "running")
    run.unclean? ? run : raise(Kelvath::Error, "There is nothing to clean up after it.")
  end

  # The name is that of the place to which the connection leads now.
  def want_name(run, purpose)
    name = Connection.seen_by(person).find(run.options.fetch("connection")).database
    return if params[:name].to_s == name

    raise Kelvath::Error, "Something would be lost there: type the name of the database, “#{name}”, #{purpose}."
  end

  def start(run)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end
end
