# frozen_string_literal: true

# Proof runs of a design.
class ProofsController < ApplicationController
  include ModelScoped

  def index
    @design = @model.fetch(params[:design_id], :design)
    @desk = Desk.new(@stored, @model, view: "proof", stage: "script", design: @design)
    @run = @stored.runs.where(kind: "proof", design_id: @design.id).order(:id).last
  end

  def create
    design = @model.fetch(params[:design_id], :design)
    raise Kelvath::Error, "Proof runs are for SQLite designs so far; save the #{design.platform} script and run it there." unless design.platform == "sqlite"

    run = @stored.runs.create!(kind: "proof", design_id: design.id, title: "Proof of #{design.name}", person:)
    RunJob.perform_later(run)
    redirect_to model_design_proofs_path(@stored, design.id), status: :see_other
  end
end
