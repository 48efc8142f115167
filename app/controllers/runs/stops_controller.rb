# frozen_string_literal: true

# The end of a run before its time.
class StopsController < ApplicationController
  def create
    run = Run.find(params[:run_id])
    run.stop
    # what a script has done until it was stopped is taken back at once
    if run.kind == "running" && run.unclean?
      RunJob.perform_later(run = run.cleaning(person))
    end
    redirect_to run.kind == "proof" ? model_design_proofs_path(run.model_id, run.design_id) : run_path(run),
                status: :see_other
  end
end
