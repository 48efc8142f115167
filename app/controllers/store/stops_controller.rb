# frozen_string_literal: true

# The end of a run before its time.
class StopsController < ApplicationController
  def create
    run = Run.find(params[:run_id])
    run.stop
    return clean_after(run) if run.kind == "running" && run.unclean?

    redirect_to run.kind == "proof" ? model_design_proofs_path(run.model_id, run.design_id) : run_path(run),
                status: :see_other
  end

  private

  # What a script has done until it was stopped is taken back at once.
  def clean_after(run)
    cleaning = run.stored_model.runs.create!(kind: "cleaning", title: "Cleaning up after #{run.title}", person:,
                                             design_id: run.design_id, options: { run: run.id })
    RunJob.perform_later(cleaning)
    redirect_to run_path(cleaning), status: :see_other
  end
end
