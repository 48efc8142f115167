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
    raise Kelvath::Error, cannot_prove(design) unless Connectors.file(design.platform)

    run = @stored.runs.create!(kind: "proof", design_id: design.id, title: "Proof of #{design.name}", person:)
    RunJob.perform_later(run)
    redirect_to model_design_proofs_path(@stored, design.id), status: :see_other
  end

  private

  def cannot_prove(design)
    title = Kelvath::Platforms.fetch(design.platform).title
    "A #{title} database cannot be made here; save the script and run it on a #{title} server."
  end
  helper_method :cannot_prove
end
